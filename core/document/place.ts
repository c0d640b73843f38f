import { z } from "zod";
import { boxSpelling, refTo, spelled } from "./references";
import { Anchor, boxNames, Id, LengthU, PositiveU } from "./units";

/** A box to measure against: the format, its safe areas, the layer's group, or another layer. */
export const BoxRef = spelled(
  z
    .union([z.enum(boxNames), Id])
    .describe("format, action-safe, title-safe, clear (title-safe without keep-clear zones), group or a layer's id"),
  boxSpelling,
);
export type BoxRef = z.infer<typeof BoxRef>;

/** The layer's own point `at` is put on the point `from` of the box `on`, plus dx, dy in u. */
export const Place = z
  .strictObject({
    at: Anchor.default({ x: 0, y: 0 }).describe("The layer's own point, in shares of its box"),
    on: BoxRef.default("format"),
    from: Anchor.default({ x: 0, y: 0 }).describe("The point of the box `on`"),
    dx: LengthU.default(0),
    dy: LengthU.default(0),
  })
  .describe("Where a layer stands");
export type Place = z.infer<typeof Place>;

export const axes = ["width", "height"] as const;
export type Axis = (typeof axes)[number];

/** u, or a share of a box's side plus u. */
export const Length = z
  .union([
    PositiveU,
    z.strictObject({
      of: BoxRef,
      axis: z.enum(axes).optional(),
      share: z.number().min(0).max(20),
      plus: LengthU.default(0),
    }),
  ])
  .describe("u, or a share of a side plus u");
export type Length = z.infer<typeof Length>;

const clamps = { min: Length.optional(), max: Length.optional() };

export const SizeAxis = z
  .discriminatedUnion("kind", [
    z.strictObject({ kind: z.literal("fixed"), u: PositiveU, ...clamps }),
    z.strictObject({
      kind: z.literal("share"),
      of: BoxRef,
      axis: z.enum(axes).optional().describe("Side of the box; the same side unless said"),
      share: z.number().min(0).max(20),
      plus: LengthU.default(0),
      ...clamps,
    }),
    z.strictObject({ kind: z.literal("natural"), ...clamps }).describe("What the text or picture needs"),
    z
      .strictObject({ kind: z.literal("ratio"), ratio: z.number().min(0.001).max(1000), ...clamps })
      .describe("This side divided by the other"),
    z
      .strictObject({
        kind: z.literal("around"),
        layers: z.array(refTo("layer")).min(1).max(64),
        before: LengthU.default(0).describe("Padding at the left or top, in u"),
        after: LengthU.default(0).describe("Padding at the right or bottom, in u"),
        widest: z
          .array(refTo("layer"))
          .max(32)
          .default([])
          .describe("At least as large as these layers come out around theirs"),
        hold: z.number().min(0).max(1).default(0).describe("Share of what a minimum adds that goes before the layers"),
        ...clamps,
      })
      .describe("Around layers with padding; the place on this axis follows"),
  ])
  .describe("One axis of a layer's size");
export type SizeAxis = z.infer<typeof SizeAxis>;
