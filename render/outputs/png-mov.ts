import { encodeOnce, intraParts } from "../intra";
import { tolerances } from "../proof/tolerances";
import { proveVideo } from "../proof/video";
import { defineEncoder } from "./define";

const settings = ["-c:v", "png", "-compression_level", "1", "-pred", "up", "-pix_fmt", "rgba"];
const coding = { chain: ["format=rgba"], settings };

export const encoder = defineEncoder<"png-mov">({
  settings,
  encode: (job, pictures) => encodeOnce(job, pictures, coding),
  parts: (job, pictures) => intraParts(job, pictures, coding),
  prove: (job, frames) => proveVideo(job, frames, { tolerance: tolerances["png-mov"] }),
});
