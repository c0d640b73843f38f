import { z } from "zod";
import { PositiveU, Share } from "./units";

/** What is done to the finished picture of a design or a group, in the order of the list. */
export const Finish = z
  .discriminatedUnion("kind", [
    z
      .strictObject({
        kind: z.literal("grain"),
        amount: Share.default(0.12),
        coloured: z.boolean().default(false),
        size: PositiveU.min(0.05).max(5).default(0.18).describe("Size of a grain in u"),
        rate: z.number().min(0).max(60).default(0).describe("New grain this often a second; 0 is still"),
      })
      .describe("Film grain"),
    z
      .strictObject({
        kind: z.literal("glow"),
        threshold: Share.default(0.7).describe("Luminance above which a pixel gives light"),
        radius: PositiveU.max(20).default(1.5),
        strength: z.number().min(0).max(3).default(0.6),
      })
      .describe("Light that bright parts give off"),
    z
      .strictObject({
        kind: z.literal("glitch"),
        slices: z.number().int().min(0).max(64).default(9),
        shift: PositiveU.max(50).default(1.5).describe("How far slices move at most, in u"),
        split: PositiveU.max(20).default(0.4).describe("How far red and blue part, in u"),
        rate: z.number().min(0).max(60).default(0).describe("New slices this often a second; 0 is still"),
      })
      .describe("Slices that slip, colours that part"),
  ])
  .describe("Finish");
export type Finish = z.infer<typeof Finish>;
