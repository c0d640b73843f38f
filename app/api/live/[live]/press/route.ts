import { PressRequest } from "@/contract/live";
import { handler } from "@/server/auth/handler";
import { pressLive } from "@/server/orders/live";

export const POST = handler("contributor", { body: PressRequest }, ({ params, body, member }) =>
  pressLive(params.live!, body, member.name),
);
