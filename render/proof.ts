import { backingOf, factsOf, type Output } from "@/core/outputs/output";
import type { Proof } from "@/core/document/proof";
import type { ClipPlan } from "@/core/sample/clip";
import type { Playable } from "@/core/sample/playable";
import { footageChain } from "./chains";
import { differenceOf, type Difference } from "./difference";
import { runFfmpeg } from "./ffmpeg";
import type { Footage } from "./footage";
import type { PaintedFrames } from "./painted";
import { encoders } from "./outputs/kinds";

export interface ProofJob {
  readonly file: string;
  readonly playable: Playable;
  readonly plan: ClipPlan;
  readonly output: Output;
  readonly footage?: Footage | undefined;
  /** Whether the clip must be heard. */
  readonly sounds?: boolean;
  readonly signal?: AbortSignal | undefined;
}

/** A coder spends its worst error on edges; in a small graphic there is little else. `pixels` is its area. */
const edgeAllowance = (pixels: number): number => 40 / Math.sqrt(Math.max(1, pixels));

/** Seconds by which a stream may differ in length: sound comes in packets of 1024 samples, which are never cut. */
const lengthToleranceS = 0.06;

/** Decodes a finished file whole, every stream of it, and compares it with what was asked and painted. */
export async function proveClip(job: ProofJob, frames: PaintedFrames): Promise<Proof> {
  const probe = await probeFile(job.file, job.signal);
  const faults: string[] = [];
  const expect = (good: boolean, fault: string) => {
    if (!good) faults.push(fault);
  };
  const wanted = job.plan.frames.length;
  const rate = `${job.plan.fps.num}/${job.plan.fps.den}`;
  const seconds = (wanted * job.plan.fps.den) / job.plan.fps.num;
  const { format } = job.playable;
  const sized = probe.width === format.width && probe.height === format.height;
  expect(sized, `${probe.width} × ${probe.height} instead of ${format.width} × ${format.height}`);
  expect(sameRate(probe.rate, rate), `${probe.rate} frames a second instead of ${rate}`);
  const lasts = (found: number) => Math.abs(found - seconds) < lengthToleranceS;
  expect(lasts(probe.durationS), `${probe.durationS} s instead of ${seconds} s`);

  expect(!job.sounds || probe.sound, "the sound is missing");
  if (probe.sound) {
    const heardS = await decodeSound(job);
    expect(lasts(heardS), `the sound lasts ${heardS.toFixed(2)} s instead of ${seconds.toFixed(2)} s`);
  }

  const chosen = instants(job);
  const pictures = await compare(job, frames, chosen, sized);
  expect(pictures.count === wanted, `${pictures.count} frames instead of ${wanted}`);
  expect(!sized || pictures.instants.length === chosen.length, "the file ends before its last frame");
  const allowed = encoders[job.output.kind].tolerance;
  const { width, height } = job.plan.bounds;
  const edges = edgeAllowance(width * height);
  for (const { frame, meanError, outsideError, alphaError } of pictures.instants) {
    expect(meanError <= allowed.colour + edges, `frame ${frame} differs from the painted one`);
    expect(outsideError <= allowed.outside, `frame ${frame} differs beside the graphic`);
    expect(alphaError <= allowed.alpha + edges, `the see-through part of frame ${frame} is lost`);
  }
  const told = pictures.instants.map(({ frame, meanError, maxError }) => ({ frame, meanError, maxError }));
  const { count, alpha } = pictures;
  return { ...probe, frames: count, alpha, instants: told, passed: faults.length === 0, faults };
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

/** The frames at the instants that tell most. */
function instants({ plan, playable }: ProofJob): number[] {
  const frame = (timeS: number) =>
    Math.min(plan.frames.length - 1, Math.max(0, Math.round((timeS * plan.fps.num) / plan.fps.den)));
  return [...new Set(playable.tellingS.map(frame))].sort((a, b) => a - b);
}

const selected = (chosen: readonly number[]): string =>
  `select='${chosen.map((frame) => `eq(n,${frame})`).join("+")}',format=rgba`;
const rawOut = ["-vsync", "0", "-f", "rawvideo", "pipe:1"];

/** Decodes a file from end to end: counts its frames, and brings out the chosen ones as RGBA. */
async function decodeWhole(job: ProofJob, chosen: readonly number[]): Promise<{ count: number; pixels: Buffer }> {
  const { decoder } = encoders[job.output.kind];
  const graph = `[0:v]split[all][some];[some]${selected(chosen)}[chosen]`;
  const outputs = ["-map", "[all]", "-f", "null", "-", "-map", "[chosen]", ...rawOut];
  let count = 0;
  const args = [...decoder, "-i", job.file, "-filter_complex", graph, ...outputs];
  const pixels = await runFfmpeg(args, { signal: job.signal, onFrames: (frames) => (count = frames) });
  return { count, pixels };
}

/** Decodes the sound from end to end; how many seconds it lasts. */
async function decodeSound({ file, signal }: ProofJob): Promise<number> {
  const rate = 8000;
  const raw = ["-map", "0:a:0", "-ac", "1", "-ar", String(rate), "-f", "s16le", "pipe:1"];
  return (await runFfmpeg(["-i", file, ...raw], { signal })).length / 2 / rate;
}

/** What the graphic was laid over, frame by frame: a colour as it was asked for, or footage made as for the clip. */
async function groundsOf(
  job: ProofJob,
  chosen: readonly number[],
): Promise<((picture: number) => Uint8Array) | undefined> {
  const { plan } = job;
  const { format } = job.playable;
  const backing = backingOf(job.output);
  if (!backing) return undefined;
  const frameBytes = format.width * format.height * 4;
  if (backing.kind === "colour") {
    const whole = Buffer.alloc(frameBytes, `${backing.colour.slice(1)}ff`, "hex");
    return () => whole;
  }
  const rate = `${plan.fps.num}/${plan.fps.den}`;
  const filter = `${footageChain(job.footage!, format, rate)},${selected(chosen)}`;
  const input = ["-stream_loop", "-1", "-an", "-i", job.footage!.file, "-an", "-vf", filter];
  const pixels = await runFfmpeg([...input, "-frames:v", String(chosen.length), ...rawOut], { signal: job.signal });
  return (picture) => pixels.subarray(picture * frameBytes, (picture + 1) * frameBytes);
}

async function compare(job: ProofJob, frames: PaintedFrames, chosen: readonly number[], sized: boolean) {
  const { plan, output } = job;
  const { format } = job.playable;
  const [{ count, pixels: decoded }, grounds] = await Promise.all([decodeWhole(job, chosen), groundsOf(job, chosen)]);
  const frameBytes = format.width * format.height * 4;
  // A file of another size or one that ends too soon has no pictures to compare; its other faults say why.
  const there = sized ? Math.floor(decoded.length / frameBytes) : 0;
  const range = { min: 255, max: 0 };
  const results: ({ frame: number } & Difference)[] = [];
  for (const [i, frame] of chosen.slice(0, there).entries()) {
    const actual = decoded.subarray(i * frameBytes, (i + 1) * frameBytes);
    const painted = await frames.again(plan.frames[frame]!);
    for (let at = 3; at < actual.length; at += 4) {
      const alpha = actual[at]!;
      if (alpha < range.min) range.min = alpha;
      if (alpha > range.max) range.max = alpha;
    }
    results.push({ frame, ...differenceOf({ actual, painted, under: grounds?.(i), bounds: plan.bounds, format }) });
  }
  return { count, instants: results, alpha: factsOf(output).alpha ? range : null };
}
