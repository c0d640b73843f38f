import { PressRequest } from "@/contract/live";
import { handler } from "@/server/auth/handler";
import { pageOf, pressLive } from "@/server/orders/live";

export const POST = handler("link:remote", { body: PressRequest }, ({ link, body }) =>
  pressLive(pageOf(link), body, "A remote"),
);
