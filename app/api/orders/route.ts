import { NewOrderRequest, OrderQuery } from "@/contract/orders";
import { handler } from "@/server/auth/handler";
import { readOrders, startOrder } from "@/server/orders/orders";

export const GET = handler("contributor", { query: OrderQuery }, ({ query }) => readOrders(query));

export const POST = handler("contributor", { body: NewOrderRequest, cost: 2 }, ({ member, body }) =>
  startOrder(member, body),
);
