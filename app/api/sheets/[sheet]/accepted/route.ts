import { AcceptRequest } from "@/contract/sheets";
import { handler } from "@/server/auth/handler";
import { acceptFinding } from "@/server/sheets/checks";

export const POST = handler("contributor", { body: AcceptRequest }, ({ member, params, body }) =>
  acceptFinding(member, params.sheet!, body),
);
