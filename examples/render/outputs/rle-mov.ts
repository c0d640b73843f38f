import { pad, paintedInput, rateOf } from "../chains";
import { runFfmpeg } from "../ffmpeg";
import { writePictures } from "../painted";
import { proveVideo } from "../proof/video";
import { placeFrames } from "../runs";
import { defineEncoder } from "./define";

const settings = ["-c:v", "qtrle", "-pix_fmt", "argb"];

export const encoder = defineEncoder<"rle-mov">({
  settings,
  encode: async ({ plan, format, file, signal, progress }, pictures) => {
    const { sent, filter } = placeFrames(plan.frames, rateOf(plan));
    const chain = ["format=argb", pad(plan, format), filter].join(",");
    await runFfmpeg([...paintedInput(plan), "-vf", chain, ...settings, "-an", "-y", file], {
      signal,
      feed: (input) => writePictures(pictures, sent, input, signal),
      onFrames: progress,
    });
  },
  prove: (job, frames) => proveVideo(job, frames, { tolerance: { colour: 0.1, alpha: 0.1, outside: 0 } }),
});
