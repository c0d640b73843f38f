import { z } from "zod";
import { base, defineOutput } from "./define";

export const output = defineOutput({
  schema: z
    .strictObject({ kind: z.literal("png-mov"), ...base })
    .describe("Transparent master, PNG in MOV, straight alpha"),
  ending: "mov",
  mime: "video/quicktime",
  alpha: true,
  sound: false,
  seen: "nothing",
  purpose: "edit",
  choices: { rate: true, scale: true },
  label: "Transparent master (MOV, PNG)",
  technical: "MOV, PNG frames, straight alpha, lossless: for editing programs",
  megapixelS: 0.02,
  weight: { megapixel: 30_000, lossless: { by: "frames", share: 0.6 } },
});
