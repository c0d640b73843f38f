import { z } from "zod";

const unit = z.number().min(0).max(1);
const pull = z.number().min(-5).max(5);

export const namedEases = ["linear", "ease", "ease-in", "ease-out", "ease-in-out"] as const;

/** How progress runs: what CSS knows, and springs. */
export const Ease = z
  .union([
    z.enum(namedEases),
    z
      .discriminatedUnion("kind", [
        z.strictObject({ kind: z.literal("cubic-bezier"), x1: unit, y1: pull, x2: unit, y2: pull }),
        z
          .strictObject({
            kind: z.literal("linear"),
            points: z
              .array(z.strictObject({ at: unit, value: pull }))
              .min(2)
              .max(64),
          })
          .describe("Straight between points, as linear() of CSS; two points at one place make a jump"),
        z
          .strictObject({
            kind: z.literal("steps"),
            count: z.number().int().min(1).max(200),
            jump: z.enum(["start", "end", "none", "both"]).default("end"),
          })
          .describe("Jumps, as steps() of CSS"),
        z
          .strictObject({
            kind: z.literal("spring"),
            stiffness: z.number().min(1).max(2000).default(170),
            damping: z.number().min(1).max(200).default(22),
            mass: z.number().min(0.05).max(20).default(1),
          })
          .describe("A damped spring; it settles at the end of the move, however long that is"),
      ])
      .describe("Curve"),
  ])
  .describe("Easing");
export type Ease = z.infer<typeof Ease>;
