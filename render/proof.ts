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
  /** Whether the clip must be heard. */
  readonly sounds?: boolean;
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
  const sized = probe.width === job.format.width && probe.height === job.format.height;
  expect(sized, `${probe.width} × ${probe.height} instead of ${job.format.width} × ${job.format.height}`);
  expect(sameRate(probe.rate, rate), `${probe.rate} frames a second instead of ${rate}`);
  // Sound comes in packets of its own length, so a file may end a packet later than its picture.
  expect(Math.abs(probe.durationS - seconds) < 0.06, `${probe.durationS} s instead of ${seconds} s`);

  expect(!job.sounds || probe.sound, "the sound is missing");

  const chosen = instants(job);
  const pictures = await compare(job, frames, chosen, sized);
  expect(pictures.count === wanted, `${pictures.count} frames instead of ${wanted}`);
  expect(!sized || pictures.instants.length === chosen.length, "the file ends before its last frame");
  for (const picture of pictures.instants) {
    const allowed = allowedMean[job.output.kind];
    expect(picture.meanError <= allowed, `frame ${picture.frame} differs from the painted one`);
  }
  const { alpha } = pictures;
  if (alpha && pictures.instants.length > 0)
    expect(alpha.min === 0 && alpha.max >= pictures.paintedMax - 8, "the see-through part is lost");
  return { ...probe, frames: pictures.count, alpha, instants: pictures.instants, passed: faults.length === 0, faults };
}

const sameRate = (a: string, b: string): boolean => {
  const [an, ad] = a.split("/").map(Number) as [number, number];
  const [bn, bd] = b.split("/").map(Number) as [number, number];
  return an * bd === bn * ad;
};

interface Probe {
  readonly width: number;
  readonly height: number;
  readonly rate: string;
  readonly durationS: number;
  readonly sound: boolean;
}

async function probeFile(file: string, signal: AbortSignal | undefined): Promise<Probe> {
  const entries = "stream=codec_type,width,height,r_frame_rate:format=duration";
  const args = ["-show_entries", entries, "-of", "json", file];
  const answer = JSON.parse((await runFfmpeg(args, { program: "ffprobe", signal })).toString()) as {
    streams: { codec_type: string; width: number; height: number; r_frame_rate: string }[];
    format: { duration: string };
  };
  const video = answer.streams.find((stream) => stream.codec_type === "video");
  if (!video) throw new Error("the finished file has no picture");
  return {
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

const selected = (chosen: readonly number[]): string =>
  `select='${chosen.map((frame) => `eq(n,${frame})`).join("+")}',format=rgba`;
const rawOut = ["-vsync", "0", "-f", "rawvideo", "pipe:1"];

/** Decodes a file from end to end: counts its frames, and brings out the chosen ones as RGBA. */
async function decodeWhole(job: ProofJob, chosen: readonly number[]): Promise<{ count: number; pixels: Buffer }> {
  // Only this decoder brings out the alpha of VP9.
  const decoder = job.output.kind === "vp9-alpha" ? ["-c:v", "libvpx-vp9"] : [];
  const graph = `[0:v]split[all][some];[some]${selected(chosen)}[chosen]`;
  const outputs = ["-map", "[all]", "-f", "null", "-", "-map", "[chosen]", ...rawOut];
  let log = "";
  const args = [...decoder, "-i", job.file, "-progress", "pipe:2", "-filter_complex", graph, ...outputs];
  const pixels = await runFfmpeg(args, { signal: job.signal, onLog: (text) => (log = (log + text).slice(-2000)) });
  const counts = [...log.matchAll(/^frame=\s*(\d+)/gm)];
  return { count: Number(counts[counts.length - 1]?.[1] ?? 0), pixels };
}

/** The chosen frames of what the graphic was laid over, made the same way as for the clip. */
async function decodeGround(job: ProofJob, chosen: readonly number[]): Promise<Buffer | undefined> {
  if (job.output.kind !== "h264") return undefined;
  const rate = `${job.plan.fps.num}/${job.plan.fps.den}`;
  const input = backingInput(job.output.backing, job.format, rate, job.footage);
  const filter = `${backingChain(job.format, rate)},${selected(chosen)}`;
  const args = [...input, "-an", "-vf", filter, "-frames:v", String(chosen.length), ...rawOut];
  return runFfmpeg(args, { signal: job.signal });
}

async function compare(job: ProofJob, frames: PaintedFrames, chosen: readonly number[], sized: boolean) {
  const { plan, format, output } = job;
  const { count, pixels: decoded } = await decodeWhole(job, chosen);
  const ground = await decodeGround(job, chosen);
  const frameBytes = format.width * format.height * 4;
  // A file of another size or one that ends too soon has no pictures to compare; its other faults say why.
  const there = sized ? Math.floor(decoded.length / frameBytes) : 0;
  let alphaMin = 255;
  let alphaMax = 0;
  let paintedMax = 0;
  const results: ({ frame: number } & ReturnType<typeof difference>)[] = [];
  for (const [i, frame] of chosen.slice(0, there).entries()) {
    const actual = decoded.subarray(i * frameBytes, (i + 1) * frameBytes);
    const under = ground?.subarray(i * frameBytes, (i + 1) * frameBytes);
    const painted = await frames.rgba(plan.frames[frame]!);
    for (let at = 3; at < actual.length; at += 4) {
      const alpha = actual[at]!;
      if (alpha < alphaMin) alphaMin = alpha;
      if (alpha > alphaMax) alphaMax = alpha;
    }
    for (let at = 3; at < painted.length; at += 4) if (painted[at]! > paintedMax) paintedMax = painted[at]!;
    results.push({ frame, ...difference(actual, under, painted, job) });
  }
  return {
    count,
    instants: results,
    alpha: hasAlpha(output.kind) ? { min: alphaMin, max: alphaMax } : null,
    paintedMax,
  };
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
