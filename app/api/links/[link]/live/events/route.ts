import { LiveEventsQuery } from "@/contract/events";
import { handler } from "@/server/auth/handler";
import { database } from "@/server/db/connection";
import { findLink } from "@/server/db/links";
import { eventStream } from "@/server/events/stream";
import { pageOf } from "@/server/orders/live";

export const GET = handler("link:live", { query: LiveEventsQuery }, async ({ request, link, query, params }) => {
  const last = Number(request.headers.get("last-event-id"));
  const may = async () => (await findLink(database(), params.link!)) !== undefined;
  const after = last > 0 ? last : query.after;
  return eventStream([`live:${pageOf(link)}`], after, request.signal, { id: link.id, may });
});
