import { z } from "zod";
import { base, defineOutput } from "./define";

export const output = defineOutput({
  schema: z.strictObject({ kind: z.literal("srt"), ...base }).describe("The words with their times, SRT"),
  ending: "srt",
  mime: "application/x-subrip",
  alpha: false,
  sound: false,
  seen: "words",
  purpose: "beside",
  choices: { rate: false, scale: false },
  label: "Captions (SRT)",
  technical: "SRT: captions for networks and editing programs",
  megapixelS: 0,
  weight: { megapixel: 0, file: 200 },
});
