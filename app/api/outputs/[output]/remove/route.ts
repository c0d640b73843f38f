import { handler } from "@/server/auth/handler";
import { dropOutput } from "@/server/outputs/outputs";

export const POST = handler("designer", {}, ({ member, params }) => dropOutput(member, params.output!));
