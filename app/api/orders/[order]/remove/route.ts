import { handler } from "@/server/auth/handler";
import { removeOrder } from "@/server/orders/orders";

export const POST = handler("contributor", {}, ({ params, member }) => removeOrder(member, params.order!));
