import { LiveEventsQuery } from "@/contract/events";
import { handler } from "@/server/auth/handler";
import { eventStream } from "@/server/events/stream";
import { pageOf } from "@/server/orders/live";

export const GET = handler("link:live", { query: LiveEventsQuery }, async ({ request, link, query }) => {
  const last = Number(request.headers.get("last-event-id"));
  return eventStream([`live:${pageOf(link)}`], last > 0 ? last : query.after, request.signal);
});
