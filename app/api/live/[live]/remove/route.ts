import { handler } from "@/server/auth/handler";
import { endLivePage } from "@/server/orders/live";

export const POST = handler("contributor", {}, ({ params, member }) => endLivePage(member, params.live!));
