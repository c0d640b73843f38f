import { EventsQuery } from "@/contract/events";
import { allows, handler } from "@/server/auth/handler";
import { eventStream } from "@/server/events/stream";
import { Refusal } from "@/server/refusal";

export const GET = handler("contributor", { query: EventsQuery }, async ({ request, member, query }) => {
  if (query.topics.includes("house") && !allows("designer", member.role)) {
    throw new Refusal(403, "role", "Only designers hear of the house style.", "topics");
  }
  const last = Number(request.headers.get("last-event-id"));
  return eventStream(query.topics, last > 0 ? last : query.after, request.signal);
});
