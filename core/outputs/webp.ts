import { z } from "zod";
import { base, defineOutput, repeats } from "./define";

export const output = defineOutput({
  schema: z.strictObject({ kind: z.literal("webp"), ...base, repeats }).describe("Transparent animated image, WebP"),
  ending: "webp",
  mime: "image/webp",
  alpha: true,
  sound: false,
  seen: "picture",
  purpose: "web",
  choices: { rate: true, scale: true },
  label: "Animated image (WebP)",
  technical: "Animated WebP, straight alpha, lossless: small, for web pages",
  megapixelS: 0.012,
  weight: { megapixel: 1_600, lossless: { by: "changes", share: 1.3 } },
});
