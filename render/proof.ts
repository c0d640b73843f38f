import type { Output, OutputKind } from "@/core/document/output";
import type { Proof } from "@/core/document/proof";
import type { Format } from "@/core/document/format";
import type { ClipPlan } from "@/core/sample/clip";
import type { Timetable } from "@/core/schedule/timetable";
import { backingChain, backingInput } from "./encode";
import { runFfmpeg } from "./ffmpeg";
import type { PaintedFrames } from "./painted";

export interface ProofJob {
  readonly file: string;
  readonly format: Format;
  readonly plan: ClipPlan;
  readonly table: Timetable;
  readonly output: Output;
  readonly footage?: string | undefined;
  readonly signal?: AbortSignal | undefined;
}

/** Largest mean difference inside the graphic's bounds that coding alone explains, in levels of 255. */
const allowedMean: Readonly<Record<OutputKind, number>> = { "vp9-alpha": 3, "prores-4444": 1, h264: 4 };
const hasAlpha = (kind: OutputKind): boolean => kind !== "h264";

/** Decodes a finished file whole and compares it with what was asked and painted. */
export async function proveClip(job: ProofJob, frames: PaintedFrames): Promise<Proof> {
  const probe = await probeFile(job.file, job.signal);
  const faults: string[] = [];
  const expect = (good: boolean, fault: string) => {
    if (!good) faults.push(fault);
  };
  const wanted = job.plan.frames.length;
  const rate = `${job.plan.fps.num}/${job.plan.fps.den}`;
  const seconds = (wanted * job.plan.fps.den) / job.plan.fps.num;
  expect(probe.frames === wanted, `${probe.frames} frames instead of ${wanted}`);
  expect(
    probe.width === job.format.width && probe.height === job.format.height,
    `${probe.width} × ${probe.height} instead of ${job.format.width} × ${job.format.height}`,
  );
  expect(sameRate(probe.rate, rate), `${probe.rate} frames a second instead of ${rate}`);
  // Sound comes in packets of its own length, so a file may end a packet later than its picture.
  expect(Math.abs(probe.durationS - seconds) < 0.06, `${probe.durationS} s instead of ${seconds} s`);

  const chosen = instants(job);
  const pictures = await compare(job, frames, chosen);
  for (const picture of pictures.instants) {
    const allowed = allowedMean[job.output.kind];
    expect(picture.meanError <= allowed, `frame ${picture.frame} differs from the painted one`);
  }
  const { alpha } = pictures;
  if (alpha) expect(alpha.min === 0 && alpha.max >= pictures.paintedMax - 8, "the see-through part is lost");
  return { ...probe, alpha, instants: pictures.instants, passed: faults.length === 0, faults };
}

const sameRate = (a: string, b: string): boolean => {
  const [an, ad] = a.split("/").map(Number) as [number, number];
  const [bn, bd] = b.split("/").map(Number) as [number, number];
  return an * bd === bn * ad;
};

interface Probe {
  readonly frames: number;
  readonly width: number;
  readonly height: number;
  readonly rate: string;
  readonly durationS: number;
  readonly sound: boolean;
}

/** Counts frames by decoding the whole file. */
async function probeFile(file: string, signal: AbortSignal | undefined): Promise<Probe> {
  const entries = "stream=codec_type,width,height,r_frame_rate,nb_read_frames:format=duration";
  const args = ["-count_frames", "-show_entries", entries, "-of", "json", file];
  const answer = JSON.parse((await runFfmpeg(args, { program: "ffprobe", signal })).toString()) as {
    streams: { codec_type: string; width: number; height: number; r_frame_rate: string; nb_read_frames: string }[];
    format: { duration: string };
  };
  const video = answer.streams.find((stream) => stream.codec_type === "video");
  if (!video) throw new Error("the finished file has no picture");
  return {
    frames: Number(video.nb_read_frames),
    width: video.width,
    height: video.height,
    rate: video.r_frame_rate,
    durationS: Number(answer.format.duration),
    sound: answer.streams.some((stream) => stream.codec_type === "audio"),
  };
}

/** Five frames that tell most: while arriving, settled, in the middle, while leaving, and the last. */
function instants({ plan, table }: ProofJob): number[] {
  const frame = (timeS: number) =>
    Math.min(plan.frames.length - 1, Math.max(0, Math.round((timeS * plan.fps.num) / plan.fps.den)));
  const arriveS = table.arriveS * table.squeeze;
  const leaveS = table.leaveS * table.squeeze;
  const chosen = [arriveS * 0.5, arriveS, table.lengthS / 2, table.lengthS - leaveS * 0.5, table.lengthS].map(frame);
  return [...new Set(chosen)].sort((a, b) => a - b);
}

async function decodeFrames(
  input: readonly string[],
  chain: string,
  chosen: readonly number[],
  signal: AbortSignal | undefined,
): Promise<Buffer> {
  const wanted = chosen.map((frame) => `eq(n,${frame})`).join("+");
  const filter = `${chain}select='${wanted}',format=rgba`;
  const last = ["-frames:v", String(chosen.length), "-vsync", "0"];
  return runFfmpeg([...input, "-an", "-vf", filter, ...last, "-f", "rawvideo", "pipe:1"], { signal });
}

async function compare(job: ProofJob, frames: PaintedFrames, chosen: readonly number[]) {
  const { plan, format, output, signal } = job;
  // Only this decoder brings out the alpha of VP9.
  const decoder = output.kind === "vp9-alpha" ? ["-c:v", "libvpx-vp9"] : [];
  const decoded = await decodeFrames([...decoder, "-i", job.file], "", chosen, signal);
  const rate = `${plan.fps.num}/${plan.fps.den}`;
  const ground =
    output.kind === "h264"
      ? await decodeFrames(
          backingInput(output.backing, format, rate, job.footage),
          `${backingChain(format, rate)},`,
          chosen,
          signal,
        )
      : undefined;
  const frameBytes = format.width * format.height * 4;
  if (decoded.length !== frameBytes * chosen.length) throw new Error("the finished file ends before its last frame");
  let alphaMin = 255;
  let alphaMax = 0;
  let paintedMax = 0;
  const results = chosen.map((frame, i) => {
    const actual = decoded.subarray(i * frameBytes, (i + 1) * frameBytes);
    const under = ground?.subarray(i * frameBytes, (i + 1) * frameBytes);
    const painted = frames.rgba(plan.frames[frame]!);
    for (let at = 3; at < actual.length; at += 4) {
      const alpha = actual[at]!;
      if (alpha < alphaMin) alphaMin = alpha;
      if (alpha > alphaMax) alphaMax = alpha;
    }
    for (let at = 3; at < painted.length; at += 4) if (painted[at]! > paintedMax) paintedMax = painted[at]!;
    return { frame, ...difference(actual, under, painted, job) };
  });
  return { instants: results, alpha: hasAlpha(output.kind) ? { min: alphaMin, max: alphaMax } : null, paintedMax };
}

/** Mean and largest difference inside the bounds, of colours as they look: over black, or over the footage. */
function difference(actual: Buffer, under: Buffer | undefined, painted: Buffer, { plan, format }: ProofJob) {
  const { bounds } = plan;
  let sum = 0;
  let maxError = 0;
  for (let y = 0; y < bounds.height; y++) {
    let at = ((bounds.y + y) * format.width + bounds.x) * 4;
    let from = y * bounds.width * 4;
    for (let x = 0; x < bounds.width; x++, at += 4, from += 4) {
      const alpha = painted[from + 3]! / 255;
      const actualAlpha = under ? 1 : actual[at + 3]! / 255;
      for (let c = 0; c < 3; c++) {
        const wanted = painted[from + c]! * alpha + (under ? under[at + c]! * (1 - alpha) : 0);
        const error = Math.abs(wanted - actual[at + c]! * actualAlpha);
        sum += error;
        if (error > maxError) maxError = error;
      }
    }
  }
  const meanError = sum / (bounds.width * bounds.height * 3);
  return { meanError: Math.round(meanError * 1000) / 1000, maxError: Math.round(maxError) };
}
