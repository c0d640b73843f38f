import { ZipRequest } from "@/contract/exports";
import { handler } from "@/server/auth/handler";
import { zipSheet } from "@/server/sheets/zip";

export const POST = handler("contributor", { body: ZipRequest, cost: 10 }, ({ member, params, body }) =>
  zipSheet(member, params.sheet!, body.folders),
);
