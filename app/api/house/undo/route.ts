import { UndoRemoval } from "@/contract/house-parts";
import { handler } from "@/server/auth/handler";
import { undoRemoval } from "@/server/designs/house-parts";

export const POST = handler("designer", { body: UndoRemoval }, ({ body, member }) =>
  undoRemoval(body.removal, member.id),
);
