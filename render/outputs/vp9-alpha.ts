import { pad, paintedInput, rateOf, toYuv } from "../chains";
import { runFfmpeg } from "../ffmpeg";
import { fitVideo, type VideoThrift } from "../fitted-video";
import { writePictures, type PictureSource } from "../painted";
import { tolerances } from "../proof/tolerances";
import { proveVideo } from "../proof/video";
import { placeFrames } from "../runs";
import type { Output } from "@/core/outputs/output";
import { encodeInParts, type InParts } from "../parts";
import { segmentParts, segmentsOf } from "../segments";
import { withSpool } from "../spool";
import { defineEncoder, type EncodeJob } from "./define";

const quality = 22;
/** Frames from one whole picture to the next. */
const groupFrames = 240;
/** What is held for long is made of stretches so long. */
const holdFrames = 50;
const settingsFor = (crf: number): string[] => [
  ...["-c:v", "libvpx-vp9", "-b:v", "0", "-crf", String(Math.round(crf)), "-deadline", "realtime", "-cpu-used", "8"],
  ...["-row-mt", "1", "-tile-columns", "2", "-threads", "2", "-auto-alt-ref", "0", "-lag-in-frames", "0"],
  ...["-g", String(groupFrames)],
  ...["-pix_fmt", "yuva420p"],
];

async function encode(
  { plan, format, signal, progress }: EncodeJob,
  pictures: PictureSource,
  { crf, size }: VideoThrift,
  file: string,
  frames = plan.frames,
): Promise<void> {
  const { sent, filter } = placeFrames(frames, rateOf(plan));
  const smaller = size ? [`scale=${size.width}:${size.height}:flags=area`] : [];
  const chain = [toYuv("yuva420p"), pad(plan, format), ...smaller, filter].join(",");
  const args = [...paintedInput(plan), "-vf", chain, ...settingsFor(crf), "-an", "-y", file];
  await runFfmpeg(args, {
    signal,
    feed: (input) => writePictures(pictures, sent, input, signal),
    onFrames: progress,
  });
}

const own: VideoThrift = { crf: quality, size: undefined };

/** A clip that holds or moves for long is made of parts; any other of one piece, as is one that must fit a limit. */
function partsOf(job: EncodeJob<Extract<Output, { kind: "vp9-alpha" }>>, pictures: PictureSource): InParts | undefined {
  if (job.output.limitKb !== undefined) return undefined;
  const segments = segmentsOf(job.plan.frames, holdFrames, 2 * groupFrames, 2 * groupFrames);
  if (segments.order.length === 1) return undefined;
  const part = (frames: readonly number[], file: string, progress: (frames: number) => void) =>
    encode({ ...job, progress }, pictures, own, file, frames);
  return segmentParts(job, segments, part, ["-metadata:s:v:0", "alpha_mode=1"]);
}

export const encoder = defineEncoder<"vp9-alpha">({
  settings: settingsFor(quality),
  encode: async (job, pictures) => {
    const { limitKb } = job.output;
    if (limitKb === undefined) {
      const parts = partsOf(job, pictures);
      return parts ? encodeInParts(job, parts) : encode(job, pictures, own, job.file);
    }
    return withSpool(job, pictures, (spool) =>
      fitVideo(job, limitKb, [quality, 56], (thrift, file) => encode(job, spool, thrift, file)),
    );
  },
  parts: partsOf,
  // Only this decoder brings out the alpha of VP9.
  prove: (job, frames) =>
    proveVideo(job, frames, { decoder: ["-c:v", "libvpx-vp9"], tolerance: tolerances["vp9-alpha"] }),
});
