import { z } from "zod";
import { base, defineOutput } from "./define";

const At = z
  .union([z.literal("poster"), z.number().min(0).max(1)])
  .default("poster")
  .describe("The poster's instant, or a share of the length");
const words = z.boolean().default(true).describe("False for a blank plate: all but the words");

export const output = defineOutput({
  schema: z.strictObject({ kind: z.literal("still"), ...base, at: At, words }).describe("A still, PNG"),
  ending: "png",
  mime: "image/png",
  alpha: true,
  sound: false,
  seen: "picture",
  purpose: "still",
  choices: { rate: false, scale: true },
  label: "Still image (PNG)",
  technical: "PNG, straight alpha: a poster, or a plate without text",
  megapixelS: 0,
  weight: { megapixel: 11_000, lossless: { by: "frames", share: 1.6 } },
});
