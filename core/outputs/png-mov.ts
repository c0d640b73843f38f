import { z } from "zod";
import { base, defineOutput } from "./define";

export const output = defineOutput({
  schema: z.strictObject({ kind: z.literal("png-mov"), ...base }).describe("See-through master, PNG in MOV"),
  ending: "mov",
  mime: "video/quicktime",
  alpha: true,
  sound: false,
  seen: "nothing",
  purpose: "edit",
  choices: { rate: true, scale: true },
  label: "See-through, PNG in MOV",
  technical: "MOV, PNG frames without any loss: for editing programs",
  megapixelS: 0.02,
  weight: { megapixel: 30_000 },
});
