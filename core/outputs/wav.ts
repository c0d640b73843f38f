import { z } from "zod";
import { base, defineOutput } from "./define";

export const output = defineOutput({
  schema: z.strictObject({ kind: z.literal("wav"), ...base }).describe("The sound alone, WAV"),
  ending: "wav",
  mime: "audio/wav",
  alpha: false,
  sound: true,
  seen: "sound",
  purpose: "beside",
  choices: { rate: false, scale: false },
  label: "Sound alone",
  technical: "WAV, 48 kHz, 16 bits: to mix by hand",
  megapixelS: 0,
  weight: { megapixel: 0, second: 192_000 },
});
