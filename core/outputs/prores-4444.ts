import { z } from "zod";
import { base, defineOutput } from "./define";

export const output = defineOutput({
  schema: z
    .strictObject({ kind: z.literal("prores-4444"), ...base })
    .describe("Transparent master, ProRes 4444 in MOV, straight alpha"),
  ending: "mov",
  mime: "video/quicktime",
  alpha: true,
  sound: false,
  seen: "nothing",
  purpose: "edit",
  choices: { rate: true, scale: true },
  label: "Transparent master (ProRes 4444)",
  technical: "MOV, ProRes 4444, straight alpha: for editing programs",
  megapixelS: 0.02,
  weight: { megapixel: 27_000, lossless: { by: "frames", share: 0.74 } },
});
