import { ZipRequest } from "@/contract/exports";
import { handler } from "@/server/auth/handler";
import { zipRequest } from "@/server/exports/zip";

export const POST = handler("contributor", { body: ZipRequest, cost: 10 }, ({ member, params, body }) =>
  zipRequest(member, params.request!, body.folders),
);
