import { RenameRequest } from "@/contract/sheets";
import { handler } from "@/server/auth/handler";
import { renameRowFiles } from "@/server/sheets/rename";

export const POST = handler("contributor", { body: RenameRequest, cost: 5 }, ({ member, params, body }) =>
  renameRowFiles(member, params.sheet!, body.exports),
);
