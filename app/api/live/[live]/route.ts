import { handler } from "@/server/auth/handler";
import { readLive } from "@/server/orders/live";

export const GET = handler("contributor", {}, ({ params }) => readLive(params.live!));
