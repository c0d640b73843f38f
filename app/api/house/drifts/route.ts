import { handler } from "@/server/auth/handler";
import { readDrifts } from "@/server/designs/drifts";

export const GET = handler("designer", {}, ({ member }) => readDrifts(member.id));
