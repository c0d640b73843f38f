import { toYuv } from "../chains";
import { encodeOnce } from "../intra";
import { defineEncoder } from "./define";

const settings = ["-c:v", "prores_ks", "-profile:v", "4444", "-q:v", "9", "-alpha_bits", "16"];

export const encoder = defineEncoder<"prores-4444">({
  settings,
  decoder: [],
  // It keeps ten bits of colour and sixteen of alpha: only rounding is left.
  tolerance: { colour: 1, alpha: 1, outside: 0.5 },
  encode: (job, pictures) => encodeOnce(job, pictures, { chain: [toYuv("yuva444p10le")], settings }),
});
