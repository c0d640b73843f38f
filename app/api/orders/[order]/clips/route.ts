import { OrderClipsRequest } from "@/contract/orders";
import { handler } from "@/server/auth/handler";
import { askForOrder } from "@/server/orders/orders";

export const POST = handler("contributor", { body: OrderClipsRequest, cost: 5 }, ({ params, body, member }) =>
  askForOrder(member, params.order!, body),
);
