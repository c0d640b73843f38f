import { OutputSetRequest } from "@/contract/outputs";
import { handler } from "@/server/auth/handler";
import { startSet } from "@/server/outputs/sets";

export const POST = handler("designer", { body: OutputSetRequest }, ({ member, body }) => startSet(member, body.set));
