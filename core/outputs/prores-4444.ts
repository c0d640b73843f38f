import { z } from "zod";
import { base, defineOutput } from "./define";

export const output = defineOutput({
  schema: z.strictObject({ kind: z.literal("prores-4444"), ...base }).describe("See-through master, ProRes 4444 MOV"),
  ending: "mov",
  mime: "video/quicktime",
  alpha: true,
  sound: false,
  seen: "nothing",
  purpose: "edit",
  choices: { rate: true, scale: true },
  label: "See-through, ProRes",
  technical: "MOV, ProRes 4444: for editing programs",
  megapixelS: 0.02,
  weight: { megapixel: 27_000 },
});
