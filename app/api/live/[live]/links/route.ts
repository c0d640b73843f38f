import { NewLiveLink } from "@/contract/live";
import { handler } from "@/server/auth/handler";
import { addLiveLink } from "@/server/orders/live";

export const POST = handler("contributor", { body: NewLiveLink }, ({ params, body, member }) =>
  addLiveLink(member, params.live!, body),
);
