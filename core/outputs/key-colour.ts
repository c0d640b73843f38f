import { z } from "zod";
import { base, defineOutput } from "./define";

export const output = defineOutput({
  schema: z
    .strictObject({
      kind: z.literal("key-colour"),
      ...base,
      key: z
        .union([z.literal("best"), z.string().regex(/^#[0-9a-f]{6}$/)])
        .default("best")
        .describe("The key colour: the one farthest from what is shown, or a colour"),
      chroma: z.enum(["420", "444"]).default("420").describe("Colour for each 2 by 2 pixels, or for each pixel"),
    })
    .describe("Clip over a key colour, H.264 MP4"),
  ending: "mp4",
  mime: "video/mp4",
  alpha: false,
  sound: true,
  seen: "video",
  purpose: "edit",
  choices: { rate: true, scale: true },
  label: "Video on a key colour (MP4)",
  technical: "MP4, H.264, no alpha, over a plain colour to key out: where transparent files can’t be used",
  megapixelS: 0.03,
  weight: { megapixel: 600, lossless: { by: "changes", share: 0.2 } },
});
