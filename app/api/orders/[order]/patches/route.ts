import { PatchRequest } from "@/contract/patch";
import { handler } from "@/server/auth/handler";
import { patchOrder } from "@/server/orders/orders";

export const POST = handler("contributor", { body: PatchRequest, large: true }, ({ params, body, member }) =>
  patchOrder(member, params.order!, body),
);
