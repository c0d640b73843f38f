import { pad, paintedInput, rateOf, toYuv } from "../chains";
import { runFfmpeg } from "../ffmpeg";
import { placeFrames } from "../runs";
import { defineEncoder } from "./define";

const settings = [
  ...["-c:v", "libvpx-vp9", "-b:v", "0", "-crf", "22", "-deadline", "realtime", "-cpu-used", "8", "-row-mt", "1"],
  ...["-tile-columns", "2", "-threads", "2", "-auto-alt-ref", "0", "-lag-in-frames", "0", "-g", "240"],
  ...["-pix_fmt", "yuva420p"],
];

export const encoder = defineEncoder<"vp9-alpha">({
  settings,
  // Only this decoder brings out the alpha of VP9.
  decoder: ["-c:v", "libvpx-vp9"],
  tolerance: { colour: 3, alpha: 2, outside: 0.5 },
  encode: async ({ plan, format, file, signal, progress }, pictures) => {
    const { sent, filter } = placeFrames(plan.frames, rateOf(plan));
    const chain = [toYuv("yuva420p"), pad(plan, format), filter].join(",");
    const args = [...paintedInput(plan), "-vf", chain, ...settings, "-an", "-y", file];
    await runFfmpeg(args, {
      signal,
      feed: (input) => pictures.write(sent, input, signal),
      onFrames: progress,
    });
  },
});
