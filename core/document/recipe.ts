import { z } from "zod";
import { Share } from "./units";

/** A ground that is taken away from the border inwards. */
export const ClearStep = z.strictObject({
  on: z.boolean().default(true),
  tolerance: z.number().min(0.005).max(0.4).default(0.05).describe("Distance in OKLab that still counts as ground"),
  edge: z.number().int().min(1).max(6).default(2).describe("Pixels that a soft edge is wide"),
  enclosed: z.boolean().default(false).describe("Places of the ground's colour inside the mark too"),
  points: z
    .array(z.strictObject({ x: Share, y: Share }))
    .max(64)
    .default([])
    .describe("Enclosed places that are cleared, in shares of the picture"),
});
export type ClearStep = z.infer<typeof ClearStep>;

/** How a picture that was brought becomes a mark. The steps are kept, so that each can be changed or left out later. */
export const MarkRecipe = z.strictObject({
  clear: ClearStep.optional(),
  ink: z.boolean().default(false).describe("One colour: what is ink stays, what is paper in it goes"),
  trim: z.boolean().default(true).describe("Trim"),
  size: z
    .strictObject({ scale: z.number().min(0.25).max(2).default(1).describe("Times the common optical size") })
    .optional()
    .describe("In the square that all marks share, as large as the others look"),
});
export type MarkRecipe = z.infer<typeof MarkRecipe>;
