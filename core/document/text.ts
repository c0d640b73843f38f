import { z } from "zod";
import { ColourRef } from "./colour";
import { refTo } from "./references";
import { LengthU, PositiveU } from "./units";
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
    figures: z.enum(["as-drawn", "tabular"]).default("as-drawn").describe("Tabular figures are all equally wide"),
    case: z.enum(["as-typed", "upper", "lower", "title"]).default("as-typed"),
    features: z
      .record(z.string().regex(/^[a-zA-Z0-9]{4}$/), z.number().int().min(0).max(64))
      .default({})
      .describe("OpenType features by tag"),
  })
  .describe("Type style");
export type TypeStyle = z.infer<typeof TypeStyle>;

/** Which words a stretch is about. */
const StretchOf = z.discriminatedUnion("kind", [
  z
    .strictObject({ kind: z.literal("stressed") })
    .describe("What stands between asterisks: Ferns *drink* at night; the asterisks are not shown"),
  z.strictObject({ kind: z.literal("find"), text: z.string().min(1).max(200) }).describe("Every place of these words"),
  z
    .strictObject({
      kind: z.literal("letters"),
      start: z.number().int().min(0).max(2000),
      end: z.number().int().min(0).max(2000),
    })
    .describe("Grapheme clusters from start up to end"),
  z
    .strictObject({
      kind: z.literal("words"),
      start: z.number().int().min(0).max(500),
      end: z.number().int().min(0).max(500),
    })
    .describe("Words from start up to end"),
]);

export const Stretch = z
  .strictObject({
    of: StretchOf,
    family: z.string().min(1).max(80).optional(),
    weight: z.number().int().min(100).max(900).optional(),
    italic: z.boolean().optional(),
    scale: z.number().min(0.2).max(4).optional().describe("Times the text's size"),
    colour: ColourRef.optional(),
    ground: z
      .strictObject({
        colour: ColourRef,
        x: LengthU.default(0.5),
        y: LengthU.default(0.5),
        corner: PositiveU.default(0),
      })
      .optional()
      .describe("A box behind the words; x and y are its padding in u"),
  })
  .describe("Part of a text with a look of its own");
export type Stretch = z.infer<typeof Stretch>;
/** What setting a text needs to know of a stretch; colours are another matter. */
export type StretchLook = Pick<Stretch, "of" | "family" | "weight" | "italic" | "scale" | "ground">;

export const TextSetting = z
  .strictObject({
    type: refTo("type").describe("A type style of the house"),
    size: PositiveU.min(0.5).max(200).optional(),
    weight: z.number().int().min(100).max(900).optional(),
    italic: z.boolean().optional(),
    tracking: z.number().min(-20).max(100).optional(),
    leading: z.number().min(0.5).max(4).optional(),
    figures: z.enum(["as-drawn", "tabular"]).optional(),
    case: z.enum(["as-typed", "upper", "lower", "title"]).optional(),
    align: z.enum(["start", "centre", "end"]).default("start").describe("By reading direction"),
    maxWidth: Length.optional().describe("Wraps or shrinks beyond this"),
    maxLines: z.number().int().min(1).max(20).default(1),
    shrinkTo: PositiveU.optional().describe("Smallest size in u; the size itself unless said"),
  })
  .describe("How a layer's text is set");
export type TextSetting = z.infer<typeof TextSetting>;
