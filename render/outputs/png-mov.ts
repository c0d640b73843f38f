import { encodeOnce } from "../intra";
import { defineEncoder } from "./define";

const settings = ["-c:v", "png", "-compression_level", "1", "-pred", "up", "-pix_fmt", "rgba"];

export const encoder = defineEncoder<"png-mov">({
  settings,
  decoder: [],
  // Nothing is lost.
  tolerance: { colour: 0, alpha: 0, outside: 0 },
  encode: (job, pictures) => encodeOnce(job, pictures, { chain: ["format=rgba"], settings }),
});
