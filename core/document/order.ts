import { z } from "zod";
import { Id, Name, Seconds } from "./units";
import { Values } from "./values";

/** How the next graphic comes after one. */
export const HandOver = z
  .discriminatedUnion("kind", [
    z.strictObject({ kind: z.literal("gap"), seconds: Seconds }).describe("So long after this one has gone"),
    z.strictObject({ kind: z.literal("overlap"), seconds: Seconds }).describe("So long before this one has gone"),
    z.strictObject({ kind: z.literal("leaving") }).describe("As this one begins to leave"),
  ])
  .describe("Hand-over");
export type HandOver = z.infer<typeof HandOver>;

/** One filled-in release in a running order. */
export const OrderEntry = z.strictObject({
  id: Id,
  name: Name.optional().describe("Instead of what it says itself"),
  on: z.boolean().default(true).describe("One that is off takes no time: the rest close up"),
  release: Id,
  values: Values,
  handOver: HandOver.optional().describe("To the next, instead of the order’s own"),
  at: z.number().min(0).max(86400).default(0).describe("Second of the programme, in an order by times"),
});
export type OrderEntry = z.infer<typeof OrderEntry>;

export const RunningOrder = z
  .strictObject({
    version: z.literal(1),
    name: Name,
    by: z.enum(["sequence", "times"]).default("sequence").describe("One after the other, or each at its own second"),
    entries: z.array(OrderEntry).max(2000).default([]),
    lengths: z
      .discriminatedUnion("kind", [
        z.strictObject({ kind: z.literal("own") }).describe("As filled in"),
        z.strictObject({ kind: z.literal("equal"), seconds: z.number().min(0.1).max(3600) }).describe("All as long"),
        z
          .strictObject({ kind: z.literal("shared"), seconds: z.number().min(0.1).max(86400) })
          .describe("All equally long, so that the order takes this many seconds"),
      ])
      .default({ kind: "own" }),
    handOver: HandOver.default({ kind: "gap", seconds: 0.5 }),
    repeat: z
      .strictObject({
        times: z.number().int().min(1).max(10000),
        pauseS: Seconds.describe("Between the end of one showing and the start of the next"),
        beforeS: Seconds.default(0).describe("Before the first showing"),
        afterS: Seconds.default(0).describe("After the last showing"),
      })
      .default({ times: 1, pauseS: 0, beforeS: 0, afterS: 0 }),
  })
  .refine(({ entries }) => new Set(entries.map(({ id }) => id)).size === entries.length, "two entries have one id")
  .describe("Running order: several graphics one after another");
export type RunningOrder = z.infer<typeof RunningOrder>;
