import { MoveChange } from "@/contract/moves";
import { handler } from "@/server/auth/handler";
import { changeMove } from "@/server/designs/saved-moves";

export const POST = handler("designer", { body: MoveChange }, ({ params, body, member }) =>
  changeMove(params.move!, body, member.id),
);
