import { NewSavedMove } from "@/contract/moves";
import { handler } from "@/server/auth/handler";
import { readMoves, startMove } from "@/server/designs/saved-moves";

export const GET = handler("designer", {}, () => readMoves());
export const POST = handler("designer", { body: NewSavedMove }, ({ body, member }) =>
  startMove(body.document, member.id),
);
