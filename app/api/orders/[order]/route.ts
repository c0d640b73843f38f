import { handler } from "@/server/auth/handler";
import { readOrder } from "@/server/orders/orders";

export const GET = handler("contributor", {}, ({ params }) => readOrder(params.order!));
