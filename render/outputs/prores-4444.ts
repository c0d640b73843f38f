import { toYuv } from "../chains";
import { encodeOnce, intraParts } from "../intra";
import { tolerances } from "../proof/tolerances";
import { proveVideo } from "../proof/video";
import { defineEncoder } from "./define";

const settings = ["-c:v", "prores_ks", "-profile:v", "4444", "-q:v", "9", "-alpha_bits", "16"];
const coding = { chain: [toYuv("yuva444p10le")], settings };

export const encoder = defineEncoder<"prores-4444">({
  settings,
  encode: (job, pictures) => encodeOnce(job, pictures, coding),
  parts: (job, pictures) => intraParts(job, pictures, coding),
  prove: (job, frames) => proveVideo(job, frames, { tolerance: tolerances["prores-4444"] }),
});
