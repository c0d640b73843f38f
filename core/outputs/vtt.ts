import { z } from "zod";
import { base, defineOutput } from "./define";

export const output = defineOutput({
  schema: z.strictObject({ kind: z.literal("vtt"), ...base }).describe("The words with their times, WebVTT"),
  ending: "vtt",
  mime: "text/vtt",
  alpha: false,
  sound: false,
  seen: "words",
  purpose: "beside",
  choices: { rate: false, scale: false },
  label: "Captions (WebVTT)",
  technical: "WebVTT: captions for web players",
  megapixelS: 0,
  weight: { megapixel: 0, file: 200 },
});
