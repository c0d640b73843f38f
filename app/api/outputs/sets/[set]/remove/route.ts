import { handler } from "@/server/auth/handler";
import { dropSet } from "@/server/outputs/sets";

export const POST = handler("designer", {}, ({ member, params }) => dropSet(member, params.set!));
