import { z } from "zod";
import { ColourRef } from "./colour";
import { MarkRecipe } from "./recipe";
import { refTo } from "./references";
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

const hash = z.string().regex(/^[0-9a-f]{64}$/, "SHA-256");
const pixels = z.number().int().min(1).max(16384).describe("Pixels");

/** A picture that was brought, how it becomes a mark, and what it has become. */
export const MarkPicture = z.strictObject({
  from: z.strictObject({ hash, width: pixels, height: pixels }).describe("The picture as it was uploaded"),
  recipe: MarkRecipe,
  ...{ hash, width: pixels, height: pixels },
  at: z
    .strictObject({ x: z.number().int(), y: z.number().int() })
    .default({ x: 0, y: 0 })
    .describe("Where it lies on it"),
});
export type MarkPicture = z.infer<typeof MarkPicture>;

/** A line over a mark, in shares of its sides, along which it is cut. */
export const CutLine = z.strictObject({
  points: z
    .array(z.strictObject({ x: z.number().min(-1).max(2), y: z.number().min(-1).max(2) }))
    .min(2)
    .max(64),
  bent: z.boolean().default(false).describe("Softly through its points, not straight from one to the next"),
});
export type CutLine = z.infer<typeof CutLine>;

/** What a mark is shown as on grounds where it can't be read itself. */
export const MarkVersion = z.union([
  z.strictObject({ ink: ColourRef }).describe("All of it in one colour"),
  z.strictObject({ mark: refTo("mark") }).describe("Another mark"),
]);
export type MarkVersion = z.infer<typeof MarkVersion>;

export const Mark = z
  .strictObject({
    id: Id,
    name: Name,
    drawing: Vector.optional(),
    picture: MarkPicture.optional(),
    tint: ColourRef.optional().describe("All of it in one colour"),
    onLight: MarkVersion.optional().describe("Shown instead on light backgrounds"),
    onDark: MarkVersion.optional().describe("Shown instead on dark backgrounds"),
    cuts: z.array(CutLine).max(6).optional().describe("Lines that part it into pieces"),
    piece: z
      .strictObject({
        of: refTo("mark").describe("The mark that it is a piece of"),
        sides: z.string().regex(/^[lr]{1,6}$/, "l or r for each line"),
        lines: z.array(CutLine).min(1).max(6),
      })
      .optional()
      .describe("A piece of another mark: on which side of each of its lines"),
  })
  .refine(({ drawing, picture }) => (drawing === undefined) !== (picture === undefined), {
    message: "A mark is a drawing or a picture.",
  })
  .describe("A logo or badge prepared for use");
export type Mark = z.infer<typeof Mark>;
