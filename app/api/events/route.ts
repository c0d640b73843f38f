import { EventsQuery } from "@/contract/events";
import { handler } from "@/server/auth/handler";
import { eventStream } from "@/server/events/stream";

export const GET = handler("contributor", { query: EventsQuery }, async ({ request, query }) => {
  const last = Number(request.headers.get("last-event-id"));
  return eventStream(query.topics, last > 0 ? last : query.after, request.signal);
});
