import { ZipRequest } from "@/contract/exports";
import { handler } from "@/server/auth/handler";
import { packRequest } from "@/server/exports/requests";

export const POST = handler("contributor", { body: ZipRequest, cost: 10 }, ({ member, params, body }) =>
  packRequest(member, params.request!, body.folders),
);
