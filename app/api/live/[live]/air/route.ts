import { AirRequest } from "@/contract/live";
import { handler } from "@/server/auth/handler";
import { bringToAir } from "@/server/orders/live";

export const POST = handler("contributor", { body: AirRequest }, ({ params, body, member }) =>
  bringToAir(member, params.live!, body.when),
);
