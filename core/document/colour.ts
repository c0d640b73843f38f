import { z } from "zod";
import { spelled, type Ref } from "./references";
import { Anchor, LengthU, PositiveU, Share } from "./units";

/**
 * A colour as written in a document: `#rrggbbaa` (sRGB, straight alpha), `house:<role>`,
 * `pair:<layer id>`: the house style's text colour for that layer's fill, or `same:<layer id>`: that layer's own fill.
 */
const colourText = z
  .string()
  .regex(/^(#[0-9a-f]{8}|(house|pair|same):[a-z0-9-]{1,40})$/, "#rrggbbaa, house:<role>, pair:<layer> or same:<layer>")
  .describe("Colour: #rrggbbaa, house:<role>, pair:<layer> or same:<layer>");
export const ColourRef = spelled(colourText, {
  gone: "#000000ff",
  read: (text): Ref | undefined => {
    const [word, id] = text.split(":") as [string, string | undefined];
    return id === undefined ? undefined : { kind: word === "house" ? "colour" : "layer", id };
  },
  write: ({ id }, before) => `${before.split(":")[0]}:${id}`,
});
export type ColourRef = z.infer<typeof ColourRef>;

const Stop = z.strictObject({ at: z.number().min(0).max(1), colour: ColourRef });
const stops = z.array(Stop).min(2).max(16);

export const Fill = z
  .discriminatedUnion("kind", [
    z.strictObject({ kind: z.literal("plain"), colour: ColourRef }),
    z.strictObject({
      kind: z.literal("linear"),
      angle: z.number().min(-360).max(360).describe("Degrees clockwise; 0 runs left to right"),
      stops,
    }),
    z.strictObject({
      kind: z.literal("radial"),
      centre: Anchor.default({ x: 0.5, y: 0.5 }),
      radius: z.number().min(0.01).max(10).default(0.5).describe("Share of the box's longer side"),
      stops,
    }),
    z.strictObject({
      kind: z.literal("conic"),
      centre: Anchor.default({ x: 0.5, y: 0.5 }),
      angle: z.number().min(-360).max(360).default(0).describe("Degrees clockwise from the top where it starts"),
      stops,
    }),
  ])
  .describe("Fill of a shape or text");
export type Fill = z.infer<typeof Fill>;

export const Stroke = z
  .strictObject({
    width: PositiveU.max(100),
    fill: Fill,
    side: z.enum(["inside", "centre", "outside"]).default("centre"),
    cap: z.enum(["butt", "round", "square"]).default("butt"),
    join: z.enum(["miter", "round", "bevel"]).default("miter"),
    dash: z.array(PositiveU).max(8).default([]).describe("Lengths of dashes and gaps in turn, in u"),
    dashOffset: LengthU.default(0),
    from: Share.default(0).describe("Where the drawn part starts, as a share of the length along the outline"),
    to: Share.default(1).describe("Where it ends; before `from` it runs on through the start of a closed outline"),
  })
  .describe("Line along an outline");
export type Stroke = z.infer<typeof Stroke>;
