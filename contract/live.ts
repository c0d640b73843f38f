import { z } from "zod";
import { Format } from "@/core/document/format";
import { LiveItem, LivePress, LiveSchedule, LiveState } from "@/core/document/live";
import { Id, Name } from "@/core/document/units";
import { ReleaseScene } from "./releases";

/** What was pressed last, by whom and when. */
export const LastPress = z.object({
  press: z.string(),
  by: z.string(),
  atMs: z.number(),
  /** Given by whoever pressed, so that one press that is sent twice counts once. */
  nonce: z.string(),
});
export type LastPress = z.infer<typeof LastPress>;

/** How far what is on the air is: told with every press. */
export const LiveNow = z.object({
  revision: z.number(),
  /** Goes up when other graphics are shown, or wait to be: then they are asked for anew. */
  version: z.number(),
  state: LiveState,
  last: LastPress.nullable(),
  /** The server's clock. */
  serverMs: z.number(),
});
export type LiveNow = z.infer<typeof LiveNow>;

/** All that a live page, or a remote, shows. */
export const LiveView = LiveNow.extend({
  id: z.string(),
  name: z.string(),
  order: z.string(),
  format: Format,
  shown: z.array(LiveItem),
  coming: z.array(LiveItem).nullable(),
  /** What the items are filled in, by release. */
  desks: z.record(z.string(), ReleaseScene),
});
export type LiveView = z.infer<typeof LiveView>;

export const NewLivePage = z.strictObject({ name: Name, format: Id });

/** A link to a live page, or to a remote for it. */
export const LiveLink = z.object({
  id: z.string(),
  kind: z.enum(["live", "remote"]),
  by: z.string().nullable(),
  madeAt: z.string(),
  endsAt: z.string(),
});
export type LiveLink = z.infer<typeof LiveLink>;

/** A live page as the page of its order lists it. */
export const LiveCard = z.object({
  id: z.string(),
  name: z.string(),
  format: z.string(),
  /** Revision of the order that was brought to it last; null before the first. */
  revision: z.number().nullable(),
  schedule: LiveSchedule,
  links: z.array(LiveLink),
});
export type LiveCard = z.infer<typeof LiveCard>;
export const LiveCards = z.object({ pages: z.array(LiveCard) });

export const LiveMade = z.object({ id: z.string(), job: z.string() });
/** Brings the order as it is now to the air: when nothing is shown, or at once. */
export const AirRequest = z.strictObject({ when: z.enum(["next", "now"]) });

export const PressRequest = z.strictObject({
  press: LivePress,
  nonce: z.string().min(8).max(40),
  /** The revision that whoever presses has seen; two who press the same at once skip nothing. */
  seen: z.number().int().min(0),
});
export type PressRequest = z.infer<typeof PressRequest>;
export const ScheduleRequest = z.strictObject({ schedule: LiveSchedule });

/** For a year until somebody ends it, or briefly for an hour. */
export const NewLiveLink = z.strictObject({ kind: z.enum(["live", "remote"]), brief: z.boolean().default(false) });
/** The path is told once. */
export const LiveLinkMade = z.object({ id: z.string(), path: z.string() });
