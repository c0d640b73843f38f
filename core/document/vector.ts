import { z } from "zod";
import { ColourRef } from "./colour";
import { Id, Name } from "./units";

const d = z.string().min(1).max(20000).describe("SVG path data");
const rule = z
  .enum(["nonzero", "evenodd"])
  .describe("What counts as inside where an outline crosses; nonzero unless given");

/** Where a shape of a drawing shows: the clip paths and masks of the file it was read from. */
export const VectorMatte = z
  .strictObject({
    keep: z.enum(["inside", "outside"]).default("inside"),
    shapes: z
      .array(z.strictObject({ d, rule: rule.optional(), alpha: z.number().min(0).max(1).default(1) }))
      .min(1)
      .max(64),
  })
  .describe("Shows a shape only inside, or outside, others");

const VectorShape = z.strictObject({
  d,
  colour: ColourRef,
  rule: rule.optional(),
  stroke: z
    .strictObject({
      width: z.number().min(0.001).max(8192),
      cap: z.enum(["butt", "round", "square"]).default("butt"),
      join: z.enum(["miter", "round", "bevel"]).default("miter"),
      dash: z.array(z.number().min(0).max(8192)).max(8).default([]),
    })
    .optional()
    .describe("Drawn as a line along the path, not filled"),
  mattes: z.array(VectorMatte).max(8).optional(),
});
export type VectorShape = z.infer<typeof VectorShape>;

/** A drawing of paths, the same on every side because we paint the paths ourselves. */
export const Vector = z
  .strictObject({
    width: z.number().min(1).max(8192),
    height: z.number().min(1).max(8192),
    shapes: z.array(VectorShape).min(1).max(256),
  })
  .describe("Drawing of filled and drawn paths");
export type Vector = z.infer<typeof Vector>;

export const Mark = z
  .strictObject({ id: Id, name: Name, drawing: Vector })
  .describe("A logo or badge prepared for use");
export type Mark = z.infer<typeof Mark>;
