import { backingOf, factsOf } from "@/core/outputs/output";
import type { Proof } from "@/core/document/proof";
import { footageChain } from "../chains";
import { runFfmpeg } from "../ffmpeg";
import type { ProofJob } from "../outputs/define";
import type { PaintedFrames } from "../painted";
import { compareFrames, sizeOf, tellingFrames, type Expected, type Grounds } from "./compare";
import { proveSound } from "./sound";
import { fittedExtra, lengthToleranceS, type Tolerance } from "./tolerances";

/** What must be known of a kind of video before it is read back. */
export interface VideoProof {
  /** What ffmpeg is told before it reads such a file. */
  readonly decoder?: readonly string[];
  readonly tolerance: Tolerance;
  readonly changed?: (expected: Expected) => Expected;
}

/** Of what comes again and again so many frames are decoded from end to end at least: two minutes at 25 a second. */
const leastDecoded = 3000;

/** Frames that are decoded from end to end: all, but where everything comes again as it was. */
function decodedFrames({ plan, playable: { againS } }: ProofJob): number {
  const all = plan.frames.length;
  if (againS === undefined) return all;
  return Math.min(all, Math.max(leastDecoded, Math.ceil((againS * plan.fps.num) / plan.fps.den)));
}

/**
 * Decodes a finished video whole, every stream of it, and compares it with what was asked and painted. Where
 * all comes again as it was, its first showing is decoded whole, and from there on the frames that tell most; all are counted.
 */
export async function proveVideo(job: ProofJob, frames: PaintedFrames, kind: VideoProof): Promise<Proof> {
  const probe = await probeFile(job.file, job.signal);
  const faults: string[] = [];
  const expect = (good: boolean, fault: string) => {
    if (!good) faults.push(fault);
  };
  const wanted = job.plan.frames.length;
  const rate = `${job.plan.fps.num}/${job.plan.fps.den}`;
  const seconds = (wanted * job.plan.fps.den) / job.plan.fps.num;
  const size = sizeOf(job);
  const sized = probe.width === size.width && probe.height === size.height;
  expect(sized, `${probe.width} × ${probe.height} instead of ${size.width} × ${size.height}`);
  expect(sameRate(probe.rate, rate), `${probe.rate} frames a second instead of ${rate}`);
  const lasts = (found: number) => Math.abs(found - seconds) < lengthToleranceS;
  expect(lasts(probe.durationS), `${probe.durationS} s instead of ${seconds} s`);
  expect(!job.sounds || probe.sound, "the sound is missing");
  if (probe.sound) faults.push(...(await proveSound(job, seconds)));

  const chosen = tellingFrames(job);
  const decode = decodedFrames(job) < wanted ? decodeParts : decodeWhole;
  const [{ count, pixels }, grounds] = await Promise.all([decode(job, chosen, kind), groundsOf(job, chosen)]);
  expect(count === wanted, `${count} frames instead of ${wanted}`);
  const frameBytes = size.width * size.height * 4;
  // A file of another size or one that ends too soon has no pictures to compare; its other faults say why.
  const there = sized ? Math.floor(pixels.length / frameBytes) : 0;
  expect(!sized || there === chosen.length, "the file ends before its last frame");
  const pictureAt = async (i: number) =>
    i < there ? pixels.subarray(i * frameBytes, (i + 1) * frameBytes) : undefined;
  const tolerance = job.made?.fitted ? widened(kind.tolerance) : kind.tolerance;
  const compared = await compareFrames(job, frames, {
    ...{ chosen, pictureAt, grounds, tolerance },
    ...(kind.changed && { changed: kind.changed }),
  });
  faults.push(...compared.faults);
  const alpha = factsOf(job.output).alpha ? compared.alpha : null;
  const notes = [...(job.made?.notes ?? [])];
  return {
    ...probe,
    frames: count,
    alpha,
    instants: [...compared.instants],
    passed: faults.length === 0,
    faults,
    notes,
  };
}

const widened = (tolerance: Tolerance): Tolerance => ({
  colour: tolerance.colour + fittedExtra.colour,
  alpha: tolerance.alpha + fittedExtra.alpha,
  outside: tolerance.outside + fittedExtra.outside,
});

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

const selected = (chosen: readonly number[]): string =>
  `select='${chosen.map((frame) => `eq(n,${frame})`).join("+")}',format=rgba`;
const rawOut = ["-vsync", "0", "-f", "rawvideo", "pipe:1"];

/** Decodes a file from end to end: counts its frames, and brings out the chosen ones as RGBA. */
async function decodeWhole(
  job: ProofJob,
  chosen: readonly number[],
  { decoder = [] }: VideoProof,
): Promise<{ count: number; pixels: Buffer }> {
  const graph = `[0:v]split[all][some];[some]${selected(chosen)}[chosen]`;
  const outputs = ["-map", "[all]", "-f", "null", "-", "-map", "[chosen]", ...rawOut];
  let count = 0;
  const args = [...decoder, "-i", job.file, "-filter_complex", graph, ...outputs];
  const pixels = await runFfmpeg(args, { signal: job.signal, onFrames: (frames) => (count = frames) });
  return { count, pixels };
}

/** The same of a file in which all comes again: what comes late is sought out. */
async function decodeParts(
  job: ProofJob,
  chosen: readonly number[],
  kind: VideoProof,
): Promise<{ count: number; pixels: Buffer }> {
  const { num, den } = job.plan.fps;
  const decoded = decodedFrames(job);
  const early = chosen.filter((frame) => frame < decoded);
  const { decoder = [] } = kind;
  const graph = `[0:v]split[all][some];[some]${selected(early)}[chosen]`;
  const limit = ["-t", ((decoded * den) / num).toFixed(6)];
  const outputs = ["-map", "[all]", "-f", "null", "-", "-map", "[chosen]", ...rawOut];
  const args = [...limit, ...decoder, "-i", job.file, "-filter_complex", graph, ...outputs];
  const parts = [await runFfmpeg(args, { signal: job.signal })];
  for (const frame of chosen.filter((frame) => frame >= decoded)) {
    // A quarter of a frame early, so that rounding never seeks past it.
    const from = ["-ss", (((frame - 0.25) * den) / num).toFixed(6), ...decoder, "-i", job.file];
    const one = [...from, "-an", "-frames:v", "1", "-vf", "format=rgba", ...rawOut];
    parts.push(await runFfmpeg(one, { signal: job.signal }));
  }
  return { count: await countPackets(job), pixels: Buffer.concat(parts) };
}

/** Pictures of a file, without decoding them. */
async function countPackets({ file, signal }: ProofJob): Promise<number> {
  const entries = ["-select_streams", "v:0", "-count_packets", "-show_entries", "stream=nb_read_packets"];
  const answer = await runFfmpeg([...entries, "-of", "csv=p=0", file], { program: "ffprobe", signal });
  return Number.parseInt(answer.toString(), 10);
}

/** What the graphic was laid over, frame by frame: a colour as it was asked for, or footage made as for the clip. */
async function groundsOf(job: ProofJob, chosen: readonly number[]): Promise<Grounds> {
  const { plan, made } = job;
  const { width, height } = sizeOf(job);
  const backing = backingOf(job.output);
  const frameBytes = width * height * 4;
  const colour = made?.ground ?? (backing?.kind === "colour" ? backing.colour : undefined);
  if (colour !== undefined) {
    const whole = Buffer.alloc(frameBytes, `${colour.slice(1)}ff`, "hex");
    return () => whole;
  }
  if (!backing) return undefined;
  const rate = `${plan.fps.num}/${plan.fps.den}`;
  const smaller = made?.size ? `,scale=${width}:${height}` : "";
  const filter = `${footageChain(job.footage!, job.playable.format, rate)}${smaller},${selected(chosen)}`;
  const input = ["-stream_loop", "-1", "-an", "-i", job.footage!.file, "-an", "-vf", filter];
  const pixels = await runFfmpeg([...input, "-frames:v", String(chosen.length), ...rawOut], { signal: job.signal });
  return (picture) => pixels.subarray(picture * frameBytes, (picture + 1) * frameBytes);
}
