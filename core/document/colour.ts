import { z } from "zod";

/**
 * A colour as written in a document: `#rrggbbaa` (sRGB, straight alpha), `house:<role>`,
 * or `pair:<layer id>`: the house style's text colour for that layer's fill.
 */
export const ColourRef = z
  .string()
  .regex(/^(#[0-9a-f]{8}|house:[a-z0-9-]{1,40}|pair:[a-z0-9-]{1,40})$/, "#rrggbbaa, house:<role> or pair:<layer>")
  .describe("Colour: #rrggbbaa, house:<role> or pair:<layer>");
export type ColourRef = z.infer<typeof ColourRef>;

const Stop = z.strictObject({ at: z.number().min(0).max(1), colour: ColourRef });

export const Fill = z
  .discriminatedUnion("kind", [
    z.strictObject({ kind: z.literal("plain"), colour: ColourRef }),
    z.strictObject({
      kind: z.literal("linear"),
      angle: z.number().min(-360).max(360).describe("Degrees clockwise; 0 runs left to right"),
      stops: z.array(Stop).min(2).max(16),
    }),
  ])
  .describe("Fill of a shape or text");
export type Fill = z.infer<typeof Fill>;
