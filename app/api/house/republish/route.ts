import { RepublishRequest } from "@/contract/house";
import { handler } from "@/server/auth/handler";
import { republish } from "@/server/designs/drifts";

export const POST = handler("designer", { body: RepublishRequest, cost: 20 }, ({ body, member }) =>
  republish(body, member.id),
);
