import { z } from "zod";
import { base, defineOutput, limitKb, repeats } from "./define";

const Colour = z.string().regex(/^#[0-9a-f]{6}$/);

export const output = defineOutput({
  schema: z
    .strictObject({
      kind: z.literal("gif"),
      ...base,
      repeats,
      limitKb,
      palette: z.enum(["clip", "frame"]).default("clip").describe("One palette for all frames, or one a frame"),
      dither: z.enum(["none", "pattern", "diffusion"]).default("pattern").describe("How missing colours are mixed"),
      matte: Colour.default("#ffffff").describe("What soft edges are mixed with: a pixel of a GIF is opaque or clear"),
      ground: z.boolean().default(false).describe("The matte fills the whole picture instead of staying transparent"),
    })
    .describe("Animated image (GIF)"),
  ending: "gif",
  mime: "image/gif",
  alpha: true,
  sound: false,
  seen: "picture",
  purpose: "web",
  choices: { rate: true, scale: true },
  label: "Animated image (GIF)",
  technical: "GIF, 256 colours, hard edges, no partial alpha: for e-mail and chat",
  megapixelS: 0.03,
  weight: { megapixel: 1_000, lossless: { by: "changes", share: 0.42 } },
});
