import { z } from "zod";
import { base, defineOutput, repeats } from "./define";

export const output = defineOutput({
  schema: z.strictObject({ kind: z.literal("webp"), ...base, repeats }).describe("See-through moving picture, WebP"),
  ending: "webp",
  mime: "image/webp",
  alpha: true,
  sound: false,
  seen: "picture",
  purpose: "web",
  choices: { rate: true, scale: true },
  label: "See-through, moving WebP",
  technical: "Animated WebP, without any loss: small, for web pages",
  megapixelS: 0.012,
  weight: { megapixel: 1_600 },
});
