import { ChangesRequest } from "@/contract/sheets";
import { handler } from "@/server/auth/handler";
import { changeSheet } from "@/server/sheets/change";

export const POST = handler("contributor", { body: ChangesRequest, large: true }, ({ member, params, body }) =>
  changeSheet(member, params.sheet!, body),
);
