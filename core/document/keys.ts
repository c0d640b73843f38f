import { z } from "zod";
import { ColourRef } from "./colour";
import { Ease } from "./ease";
import { asInstant, refTo } from "./references";
import { SignedSeconds } from "./units";

/** An instant of a clip that stays right whatever its length. */
export const KeyTime = asInstant(
  z
    .discriminatedUnion("anchor", [
      z.strictObject({ anchor: z.literal("start"), gap: SignedSeconds.default(0) }).describe("From the clip's start"),
      z.strictObject({ anchor: z.literal("end"), gap: SignedSeconds.default(0) }).describe("From the last frame"),
      z.strictObject({ anchor: z.literal("cue"), cue: refTo("cue"), gap: SignedSeconds.default(0) }),
      z
        .strictObject({ anchor: z.literal("stay"), share: z.number().min(0).max(1), gap: SignedSeconds.default(0) })
        .describe("A share of the time between arriving and leaving"),
      z
        .strictObject({
          anchor: z.literal("video"),
          layer: refTo("layer").describe("A picture layer that shows a video"),
          edge: z.enum(["start", "end"]).describe("When it begins, or shows its last frame"),
          gap: SignedSeconds.default(0),
        })
        .describe("By a video that plays in a slot"),
    ])
    .describe("Instant"),
);
export type KeyTime = z.infer<typeof KeyTime>;

/** A number or colour of a layer by its path, such as `stroke.to`; or dx, dy, scale, turn, opacity, tracking, width, height. */
export const AnimatedProperty = z
  .string()
  .regex(/^[a-zA-Z]+(\.[a-zA-Z0-9]+)*$/, "a path such as stroke.to")
  .max(60);

export const Key = z.strictObject({
  at: KeyTime,
  value: z.union([z.number().min(-10000).max(10000), ColourRef]),
  ease: Ease.optional().describe("How the stretch that ends here runs; linear unless given"),
  hold: z.boolean().default(false).describe("Keeps the value until the next key, then jumps"),
});

export type Key = z.infer<typeof Key>;

export const KeyTrack = z
  .strictObject({ property: AnimatedProperty, keys: z.array(Key).min(1).max(200) })
  .describe(
    "Hand-set keys of one property. Shifts, turns, scales and opacities go on top of the rest, others replace it",
  );
export type KeyTrack = z.infer<typeof KeyTrack>;

export const Meter = z
  .strictObject({
    property: AnimatedProperty.describe("Progress and timers, such as stroke.to, width or sweep"),
    from: z.number().min(-10000).max(10000).default(0),
    to: z.number().min(-10000).max(10000).default(1),
    start: KeyTime.default({ anchor: "start", gap: 0 }),
    end: KeyTime.default({ anchor: "end", gap: 0 }),
    stepS: z.number().min(0).max(3600).default(0).describe("Seconds it stands still between steps; 0 runs smoothly"),
  })
  .describe("Shows how much time has passed: even, never eased");
export type Meter = z.infer<typeof Meter>;

export const Timer = z
  .strictObject({
    mode: z.enum(["down", "up", "clock"]).describe("Time left, time passed, or a clock that runs on"),
    pattern: z
      .string()
      .regex(/^(h{1,2}|m{1,2}|s{1,2}|f|[^a-zA-Z])+$/, "h, m, s, f and signs, such as m:ss")
      .default("m:ss")
      .describe("h hours, m minutes, s seconds, f tenths; twice means two figures"),
    start: KeyTime.default({ anchor: "start", gap: 0 }),
    end: KeyTime.default({ anchor: "end", gap: 0 }),
    fromS: z.number().min(0).max(360000).default(0).describe("What a clock shows at its start, in seconds"),
    atZero: z.string().max(60).optional().describe("Shown when the time is up; 0 unless given"),
  })
  .describe("Figures that count, in place of the layer's text");
export type Timer = z.infer<typeof Timer>;
