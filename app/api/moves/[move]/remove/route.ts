import { handler } from "@/server/auth/handler";
import { removeMove } from "@/server/designs/saved-moves";

export const POST = handler("designer", {}, ({ params, member }) => removeMove(params.move!, member.id));
