import { MoveOnRequest } from "@/contract/sheets";
import { handler } from "@/server/auth/handler";
import { moveSheet } from "@/server/sheets/sheets";

export const POST = handler("contributor", { body: MoveOnRequest, cost: 10 }, ({ member, params, body }) =>
  moveSheet(member, params.sheet!, body),
);
