import { RowChecksRequest } from "@/contract/sheets";
import { handler } from "@/server/auth/handler";
import { askRowChecks } from "@/server/sheets/checks";

export const POST = handler("contributor", { body: RowChecksRequest, cost: 5 }, ({ member, params, body }) =>
  askRowChecks(member, params.sheet!, body.all),
);
