import { handler } from "@/server/auth/handler";
import { endLiveLink } from "@/server/orders/live";

export const POST = handler("contributor", {}, ({ params, member }) => endLiveLink(member, params.live!, params.made!));
