import { z } from "zod";
import { base, defineOutput, repeats } from "./define";

export const output = defineOutput({
  schema: z.strictObject({ kind: z.literal("apng"), ...base, repeats }).describe("Transparent animated image, APNG"),
  ending: "png",
  mime: "image/png",
  alpha: true,
  sound: false,
  seen: "picture",
  purpose: "web",
  choices: { rate: true, scale: true },
  label: "Animated image (APNG)",
  technical: "APNG, straight alpha, lossless: for web pages and messages",
  megapixelS: 0.008,
  weight: { megapixel: 1_500, lossless: { by: "changes", share: 1 } },
});
