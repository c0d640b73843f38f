import { z } from "zod";
import { Id, PositiveU } from "./units";
import { Length } from "./place";

/** How text is set; the house style names such styles, a layer may change single properties. */
export const TypeStyle = z
  .strictObject({
    family: z.string().min(1).max(80),
    weight: z.number().int().min(100).max(900).default(400),
    italic: z.boolean().default(false),
    size: PositiveU.min(0.5).max(200).describe("Size in u"),
    tracking: z.number().min(-20).max(100).default(0).describe("Per cent of the size"),
    leading: z.number().min(0.5).max(4).default(1.2).describe("Distance of base lines, times the size"),
    box: z
      .enum(["line", "cap"])
      .default("line")
      .describe("What the text's box spans: ascent to descent, or cap height to base line"),
  })
  .describe("Type style");
export type TypeStyle = z.infer<typeof TypeStyle>;

export const TextSetting = z
  .strictObject({
    type: Id.describe("A type style of the house"),
    size: PositiveU.min(0.5).max(200).optional(),
    weight: z.number().int().min(100).max(900).optional(),
    italic: z.boolean().optional(),
    tracking: z.number().min(-20).max(100).optional(),
    leading: z.number().min(0.5).max(4).optional(),
    align: z.enum(["start", "centre", "end"]).default("start").describe("By reading direction"),
    maxWidth: Length.optional().describe("Wraps or shrinks beyond this"),
    maxLines: z.number().int().min(1).max(20).default(1),
    shrinkTo: PositiveU.optional().describe("Smallest size in u; the size itself unless said"),
  })
  .describe("How a layer's text is set");
export type TextSetting = z.infer<typeof TextSetting>;
