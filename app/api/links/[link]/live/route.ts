import { handler } from "@/server/auth/handler";
import { pageOf, readLive } from "@/server/orders/live";

export const GET = handler("link:live", {}, ({ link }) => readLive(pageOf(link)));
