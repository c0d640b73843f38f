import { z } from "zod";
import { base, defineOutput } from "./define";

export const output = defineOutput({
  schema: z.strictObject({ kind: z.literal("png-sequence"), ...base }).describe("Transparent PNG sequence in a zip"),
  ending: "zip",
  mime: "application/zip",
  alpha: true,
  sound: false,
  seen: "nothing",
  purpose: "edit",
  choices: { rate: true, scale: true },
  label: "PNG sequence (zip)",
  technical: "Zip of numbered PNGs, straight alpha: for every editing program",
  megapixelS: 0.006,
  weight: { megapixel: 10_000, lossless: { by: "frames", share: 1.55 } },
});
