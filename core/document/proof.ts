import { z } from "zod";

/** What was measured on a finished file after decoding it, and whether it is what was asked for. */
export const Proof = z.strictObject({
  passed: z.boolean(),
  frames: z.number().int(),
  width: z.number().int(),
  height: z.number().int(),
  rate: z.string().describe("Frames a second as a ratio"),
  durationS: z.number(),
  sound: z.boolean(),
  alpha: z.strictObject({ min: z.number().int(), max: z.number().int() }).nullable(),
  instants: z.array(
    z.strictObject({
      frame: z.number().int(),
      meanError: z.number().describe("Mean difference from the painted picture, in levels of 255"),
      maxError: z.number(),
    }),
  ),
  notes: z.array(z.string()).default([]).describe("What was settled or given up on the way, in words"),
  faults: z.array(z.string()).describe("What is not as it was asked"),
});
export type Proof = z.infer<typeof Proof>;
