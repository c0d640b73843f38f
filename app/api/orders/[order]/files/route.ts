import { handler } from "@/server/auth/handler";
import { readOrderFiles } from "@/server/orders/order-files";

export const GET = handler("contributor", {}, ({ params }) => readOrderFiles(params.order!));
