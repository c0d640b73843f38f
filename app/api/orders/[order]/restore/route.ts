import { handler } from "@/server/auth/handler";
import { putOrderAway } from "@/server/orders/orders";

export const POST = handler("contributor", {}, ({ params, member }) => putOrderAway(member, params.order!, false));
