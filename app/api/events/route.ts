import { EventsQuery } from "@/contract/events";
import { handler } from "@/server/auth/handler";
import { memberOf } from "@/server/auth/session";
import { eventStream } from "@/server/events/stream";
import { Refusal } from "@/server/refusal";

export const GET = handler("contributor", { query: EventsQuery }, async ({ request, query, member }) => {
  // Who has a draft open, and that it changes, is for those who may open it.
  if (member.role === "contributor" && query.topics.some((topic) => /^(design|draft):/.test(topic)))
    throw new Refusal(403, "role", "Drafts are for designers.");
  const last = Number(request.headers.get("last-event-id"));
  const may = async () => (await memberOf(request))?.role === member.role;
  return eventStream(query.topics, last > 0 ? last : query.after, request.signal, { id: member.id, may });
});
