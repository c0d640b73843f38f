import { z } from "zod";
import { base, defineOutput } from "./define";

export const output = defineOutput({
  schema: z
    .strictObject({ kind: z.literal("png-sequence"), ...base })
    .describe("See-through pictures, one a frame, in a zip"),
  ending: "zip",
  mime: "application/zip",
  alpha: true,
  sound: false,
  seen: "nothing",
  purpose: "edit",
  choices: { rate: true, scale: true },
  label: "See-through, picture a frame",
  technical: "Zip of numbered PNGs with rate and size: for every editing program",
  megapixelS: 0.006,
  weight: { megapixel: 10_000 },
});
