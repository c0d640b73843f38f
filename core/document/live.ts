import { z } from "zod";
import { OrderEntry } from "./order";

const Ms = z.number().int().describe("Milliseconds since 1970, by the server's clock");

/** When an order is shown by itself. */
export const LiveSchedule = z
  .discriminatedUnion("kind", [
    z.strictObject({ kind: z.literal("demand") }).describe("Only when you press"),
    z
      .strictObject({ kind: z.literal("every"), minutes: z.number().min(0.1).max(1440), fromMs: Ms })
      .describe("Again and again from a start"),
    z
      .strictObject({
        kind: z.literal("clock"),
        minutes: z.array(z.number().min(0).lt(1440)).min(1).max(288).describe("Minutes of the day, in order"),
        offsetMinutes: z.number().int().min(-840).max(840).describe("Of the clock that is meant, east of UTC"),
      })
      .describe("At clock times, every day"),
  ])
  .describe("Schedule");
export type LiveSchedule = z.infer<typeof LiveSchedule>;

/** How a graphic goes through its time on the air; whole milliseconds. */
export const LivePart = z.strictObject({
  arriveMs: z.number().int().min(0),
  leaveAtMs: z.number().int().min(0).describe("From its start to where it begins to leave by itself"),
  leaveMs: z.number().int().min(0),
  nextMs: z
    .number()
    .int()
    .describe("From the moment it begins to leave to the start of the next: negative where they overlap further"),
});
export type LivePart = z.infer<typeof LivePart>;

/** A graphic of what is on the air, as long as its place. */
export const LiveItem = z.strictObject({
  entry: OrderEntry,
  name: z.string(),
  part: LivePart,
});
export type LiveItem = z.infer<typeof LiveItem>;

/** One graphic that is, or will be, on the air. */
export const LiveInstance = z.strictObject({
  part: z.number().int().min(0),
  startMs: Ms,
  /** When it begins to leave; null while it is held. */
  leaveMs: Ms.nullable(),
});
export type LiveInstance = z.infer<typeof LiveInstance>;

/** All that says what is on the air, now and later, as long as nobody presses anything. */
export const LiveState = z.strictObject({
  schedule: LiveSchedule,
  paused: z.boolean().default(false).describe("The schedule starts nothing"),
  sinceMs: Ms.describe("When this state began; what the schedule would have started before is past"),
  instances: z.array(LiveInstance).max(2000).default([]).describe("On the air, the last that came last"),
  goesOn: z.boolean().default(false).describe("Whether the next comes after the last of them"),
  last: z.number().int().min(0).optional().describe("Place of the graphic that was shown last, also when it has gone"),
});
export type LiveState = z.infer<typeof LiveState>;

/** What can be pressed on a remote. */
export const LivePress = z.discriminatedUnion("kind", [
  z
    .strictObject({ kind: z.enum(["show", "run"]), part: z.number().int().min(0).default(0) })
    .describe("One graphic alone, or from it on to the end of the order"),
  z.strictObject({ kind: z.enum(["hide", "hold", "go-on", "next", "back", "again", "clear", "pause", "resume"]) }),
]);
export type LivePress = z.infer<typeof LivePress>;
