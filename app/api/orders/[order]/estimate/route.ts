import { OrderEstimateRequest } from "@/contract/orders";
import { handler } from "@/server/auth/handler";
import { estimateOrder } from "@/server/orders/estimate";

export const POST = handler("contributor", { body: OrderEstimateRequest, cost: 1 }, ({ params, body }) =>
  estimateOrder(params.order!, body),
);
