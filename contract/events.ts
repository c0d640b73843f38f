import { z } from "zod";

/** What one may listen to. What is told are ids and numbers; whoever may see more asks for it. */
export const topicPattern =
  /^(exports|releases|posters|house|(?:job|sheet|order|live):[0-9a-f]{20}|(?:design|draft):[a-z0-9][a-z0-9-]{0,39})$/;

export const EventsQuery = z.strictObject({
  topics: z
    .string()
    .transform((text) => text.split(","))
    .pipe(z.array(z.string().regex(topicPattern, "unknown topic")).min(1).max(40)),
  /** The last event that was heard; those since are told first. */
  after: z.coerce.number().int().min(0).max(Number.MAX_SAFE_INTEGER).optional(),
});

/** The same for holders of a link, who hear of one thing only. */
export const LiveEventsQuery = EventsQuery.pick({ after: true });

/** Something that has happened. */
export const HouseEvent = z.object({ topic: z.string(), body: z.record(z.string(), z.unknown()) });
export type HouseEvent = z.infer<typeof HouseEvent>;
