import { z } from "zod";
import { base, defineOutput, repeats } from "./define";

export const output = defineOutput({
  schema: z.strictObject({ kind: z.literal("apng"), ...base, repeats }).describe("See-through moving picture, APNG"),
  ending: "png",
  mime: "image/png",
  alpha: true,
  sound: false,
  seen: "picture",
  purpose: "web",
  choices: { rate: true, scale: true },
  label: "See-through, moving PNG",
  technical: "APNG, without any loss: for web pages and messages",
  megapixelS: 0.008,
  weight: { megapixel: 1_500 },
});
