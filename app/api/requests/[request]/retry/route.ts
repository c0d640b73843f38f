import { handler } from "@/server/auth/handler";
import { repeatRequest } from "@/server/exports/requests";

export const POST = handler("contributor", { cost: 10 }, ({ member, params }) =>
  repeatRequest(member, params.request!),
);
