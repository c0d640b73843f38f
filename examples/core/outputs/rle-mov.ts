import { z } from "zod";
import { base, defineOutput } from "./define";

export const output = defineOutput({
  schema: z.strictObject({ kind: z.literal("rle-mov"), ...base }).describe("See-through clip, run lengths in a MOV"),
  ending: "mov",
  mime: "video/quicktime",
  alpha: true,
  sound: false,
  seen: "nothing",
  purpose: "edit",
  choices: { rate: true, scale: true },
  label: "See-through, run lengths",
  technical: "MOV, run-length coded: for flat graphics",
  megapixelS: 0.02,
  weight: { megapixel: 40_000 },
});
