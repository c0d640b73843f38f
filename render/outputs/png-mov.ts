import { encodeOnce } from "../intra";
import { tolerances } from "../proof/tolerances";
import { proveVideo } from "../proof/video";
import { defineEncoder } from "./define";

const settings = ["-c:v", "png", "-compression_level", "1", "-pred", "up", "-pix_fmt", "rgba"];

export const encoder = defineEncoder<"png-mov">({
  settings,
  encode: (job, pictures) => encodeOnce(job, pictures, { chain: ["format=rgba"], settings }),
  prove: (job, frames) => proveVideo(job, frames, { tolerance: tolerances["png-mov"] }),
});
