import { writeFile } from "node:fs/promises";
import { join } from "node:path";
import { assertNever } from "@/core/assert-never";
import type { Backing, Output } from "@/core/document/output";
import type { ClipPlan } from "@/core/sample/clip";
import type { Format } from "@/core/document/format";
import { runFfmpeg } from "./ffmpeg";
import type { PaintedFrames } from "./painted";
import { placeFrames, runsOf } from "./runs";
import type { Footage } from "./footage";
import { soundGraph, type ClipSound } from "./sound";

export interface EncodeJob {
  readonly format: Format;
  readonly plan: ClipPlan;
  readonly lengthS: number;
  readonly output: Output;
  /** The footage when the output is laid over one. */
  readonly footage?: Footage | undefined;
  /** What is heard under the clip, in kinds that carry sound. */
  readonly sound?: ClipSound | undefined;
  /** A folder of this job's own, and the file to make in it. */
  readonly folder: string;
  readonly file: string;
  readonly signal?: AbortSignal | undefined;
  /** Told the frames written so far, of the clip's frames. */
  readonly progress: (frames: number) => void;
}

const bt709 = "setparams=colorspace=bt709:color_primaries=bt709:color_trc=bt709:range=tv";
const toYuv = (pixels: string) => `scale=out_color_matrix=bt709:out_range=tv,format=${pixels},${bt709}`;

/** Encoder settings of each kind; the bench encodes ready frames with the very same ones. */
export const encoders = {
  vp9: [
    ...["-c:v", "libvpx-vp9", "-b:v", "0", "-crf", "22", "-deadline", "realtime", "-cpu-used", "8", "-row-mt", "1"],
    ...["-tile-columns", "2", "-threads", "2", "-auto-alt-ref", "0", "-lag-in-frames", "0", "-g", "240"],
    ...["-pix_fmt", "yuva420p"],
  ],
  h264: ["-c:v", "libx264", "-preset", "veryfast", "-crf", "17", "-pix_fmt", "yuv420p", "-movflags", "+faststart"],
  prores: ["-c:v", "prores_ks", "-profile:v", "4444", "-q:v", "9", "-alpha_bits", "16"],
} as const;

/** Encodes a clip with the output's settings. Only the clip's bounds travel to ffmpeg; held frames travel once. */
export async function encodeClip(job: EncodeJob, frames: PaintedFrames): Promise<void> {
  switch (job.output.kind) {
    case "vp9-alpha":
      return encodeVp9(job, frames);
    case "h264":
      return encodeH264(job, frames, job.output.backing);
    case "prores-4444":
      return encodeProres(job, frames);
    default:
      return assertNever(job.output);
  }
}

const rateOf = (plan: ClipPlan): string => `${plan.fps.num}/${plan.fps.den}`;

/** Arguments that read the bounds of the painted frames from standard input. */
function paintedInput({ plan }: EncodeJob): string[] {
  const size = `${plan.bounds.width}x${plan.bounds.height}`;
  return ["-f", "rawvideo", "-pix_fmt", "rgba", "-s", size, "-r", rateOf(plan), "-i", "pipe:0"];
}

function pad({ plan, format }: EncodeJob): string {
  return `pad=${format.width}:${format.height}:${plan.bounds.x}:${plan.bounds.y}:color=black@0`;
}

async function encodeVp9(job: EncodeJob, frames: PaintedFrames): Promise<void> {
  const { sent, filter } = placeFrames(job.plan.frames, rateOf(job.plan));
  const chain = [toYuv("yuva420p"), pad(job), filter].join(",");
  const args = [...paintedInput(job), "-vf", chain, ...encoders.vp9, "-an", "-y", job.file];
  await runFfmpeg(args, {
    signal: job.signal,
    feed: (input) => frames.write(sent, input, job.signal),
    onFrames: job.progress,
  });
}

/** A colour `#rrggbb` as BT.709 levels in television range. Source: ITU-R BT.709. */
export function yuvOf(colour: string): readonly [y: number, u: number, v: number] {
  const [r, g, b] = [1, 3, 5].map((at) => parseInt(colour.slice(at, at + 2), 16) / 255) as [number, number, number];
  const luma = 0.2126 * r + 0.7152 * g + 0.0722 * b;
  return [
    Math.round(16 + 219 * luma),
    Math.round(128 + (224 * (b - luma)) / 1.8556),
    Math.round(128 + (224 * (r - luma)) / 1.5748),
  ];
}

/** A ground of one colour, as a source of ffmpeg. Its levels are set by us: its own sources draw by BT.601. */
function colourGround(colour: string, { width, height }: Format, rate: string): string {
  const [y, u, v] = yuvOf(colour);
  return `color=c=black:s=${width}x${height}:r=${rate},format=yuv420p,lutyuv=y=${y}:u=${u}:v=${v},${bt709}`;
}

/** The filter chain that turns footage into the clip's format and rate. */
export function footageChain({ matrix }: Footage, format: Format, rate: string): string {
  const { width, height } = format;
  // Pixels that are not square are made so first, then the picture is made to cover the format.
  const square = "scale=w=trunc(iw*sar/2)*2:h=ih,setsar=1";
  const cover = `scale=${width}:${height}:force_original_aspect_ratio=increase:in_color_matrix=${matrix}:out_color_matrix=bt709:out_range=tv`;
  return `fps=${rate},${square},${cover},crop=${width}:${height},format=yuv420p,setsar=1,${bt709}`;
}

const aac = ["-c:a", "aac", "-b:a", "192k"];
const secondsOf = ({ plan }: EncodeJob): number => (plan.frames.length * plan.fps.den) / plan.fps.num;

async function encodeH264(job: EncodeJob, frames: PaintedFrames, backing: Backing): Promise<void> {
  const { sent, filter } = placeFrames(job.plan.frames, rateOf(job.plan));
  const { inputs, graph } =
    backing.kind === "colour" ? overColour(job, backing.colour, filter) : overFootage(job, filter);
  const lengthS = secondsOf(job);
  const own = job.sound && { sound: job.sound, input: inputs.filter((arg) => arg === "-i").length };
  const under = job.footage?.sound ? 2 : undefined;
  const heard = soundGraph({ own, footage: backing.kind === "footage" ? under : undefined }, lengthS);
  const args = [
    ...inputs,
    ...(job.sound ? ["-i", job.sound.file] : []),
    ...["-filter_complex", heard === undefined ? graph : `${graph};${heard}`, "-map", "[clip]"],
    ...(heard === undefined ? ["-an"] : ["-map", "[sound]", ...aac]),
  ];
  await runFfmpeg([...args, ...encoders.h264, "-y", job.file], {
    signal: job.signal,
    feed: (input) => frames.write(sent, input, job.signal),
    onFrames: job.progress,
  });
}

interface Layered {
  readonly inputs: readonly string[];
  /** Ends in [clip]. */
  readonly graph: string;
}

/** As many frames as the clip has, and no more, whatever lies under it; sound has its own end. */
const cutTo = ({ plan }: EncodeJob): string => `trim=end_frame=${plan.frames.length}`;

/** Only what is sent is blended, once for a held picture. */
function overColour(job: EncodeJob, colour: string, filter: string): Layered {
  const { bounds } = job.plan;
  const over = `overlay=${bounds.x}:${bounds.y}:shortest=1:format=yuv420:eof_action=repeat,${bt709}`;
  const graph = [
    `${colourGround(colour, job.format, rateOf(job.plan))}[ground]`,
    `[0:v]${toYuv("yuva420p")}[graphic]`,
    `[ground][graphic]${over},${filter},${cutTo(job)}[clip]`,
  ].join(";");
  return { inputs: paintedInput(job), graph };
}

function overFootage(job: EncodeJob, filter: string): Layered {
  if (job.footage === undefined) throw new Error("the footage of this output was not fetched");
  const { bounds } = job.plan;
  const loop = ["-stream_loop", "-1"];
  const graph = [
    `[0:v]${footageChain(job.footage, job.format, rateOf(job.plan))}[ground]`,
    `[1:v]${toYuv("yuva420p")},${filter}[graphic]`,
    `[ground][graphic]overlay=${bounds.x}:${bounds.y}:format=yuv420:eof_action=repeat,${bt709},${cutTo(job)}[clip]`,
  ].join(";");
  // The sound comes in by itself: beside a picture it would shift where footage that starts again joins.
  const { file, sound } = job.footage;
  const heard = sound ? [...loop, "-vn", "-i", file] : [];
  return { inputs: [...loop, "-an", "-i", file, ...paintedInput(job), ...heard], graph };
}

/**
 * Every frame of this kind stands alone, so each distinct picture is encoded once and its packet is copied for the
 * frames that hold it.
 */
async function encodeProres(job: EncodeJob, frames: PaintedFrames): Promise<void> {
  const runs = runsOf(job.plan.frames);
  const stills = join(job.folder, "stills.mov");
  const sent = runs.map((run) => run.picture);
  const chain = [toYuv("yuva444p10le"), pad(job)].join(",");
  await runFfmpeg(
    [...paintedInput(job), "-vf", chain, ...encoders.prores, "-an", ...timescale(job.plan), "-y", stills],
    {
      signal: job.signal,
      feed: (input) => frames.write(sent, input, job.signal),
      onFrames: (stills) => job.progress(Math.floor((job.plan.frames.length * stills) / sent.length)),
    },
  );
  if (runs.every((run) => run.count === 1)) {
    await runFfmpeg(["-i", stills, "-c", "copy", "-y", job.file], { signal: job.signal });
    return;
  }
  const list = join(job.folder, "parts.txt");
  await writeFile(list, ["ffconcat version 1.0", ...(await joinedParts(job, stills, runs))].join("\n") + "\n");
  // Joined by their own clocks the parts would drift by fractions of a frame: every frame gets its instant anew.
  const ticks = job.plan.fps.den * tickFactor(job.plan);
  const clock = `setts=ts=N*${ticks}:duration=${ticks}`;
  const args = ["-f", "concat", "-safe", "0", "-i", list, "-c", "copy", "-bsf:v", clock, ...timescale(job.plan)];
  await runFfmpeg([...args, "-y", job.file], { signal: job.signal });
}

/** Ticks a frame takes beyond its rate's own denominator, so that low rates have a fine clock too. */
const tickFactor = (plan: ClipPlan): number => (plan.fps.num < 1000 ? 512 : 1);
const timescale = (plan: ClipPlan): string[] => ["-video_track_timescale", String(plan.fps.num * tickFactor(plan))];

/** Lines of a concat list: stretches of the stills' file, and a file of its own for each held frame. */
async function joinedParts(job: EncodeJob, stills: string, runs: ReturnType<typeof runsOf>): Promise<string[]> {
  const { fps } = job.plan;
  const copy = ["-c", "copy", ...timescale(job.plan), "-y"];
  // A quarter of a frame early, so that rounding never drops the first one.
  const cut = (from: number, count: number) =>
    ["-ss", (((from - 0.25) * fps.den) / fps.num).toFixed(6), "-frames:v", String(count)].slice(from === 0 ? 2 : 0);
  const files: string[] = [];
  const cuts: string[] = [];
  const repeats: { readonly count: number; readonly one: string; readonly held: string }[] = [];
  const stretch = (from: number, to: number) => {
    if (to <= from) return;
    files.push(join(job.folder, `part-${from}.mov`));
    cuts.push(...cut(from, to - from), ...copy, files[files.length - 1]!);
  };
  let from = 0;
  for (const [i, run] of runs.entries()) {
    if (run.count === 1) continue;
    stretch(from, i);
    const one = join(job.folder, `one-${i}.mov`);
    const held = join(job.folder, `held-${i}.mov`);
    cuts.push(...cut(i, 1), ...copy, one);
    repeats.push({ count: run.count, one, held });
    files.push(held);
    from = i + 1;
  }
  stretch(from, runs.length);
  // All parts in one go: starting ffmpeg costs more than the copying.
  await runFfmpeg(["-i", stills, ...cuts], { signal: job.signal });
  const inputs = repeats.flatMap(({ count, one }) => ["-stream_loop", String(count - 1), "-i", one]);
  const outputs = repeats.flatMap(({ held }, i) => ["-map", String(i), ...copy, held]);
  await runFfmpeg([...inputs, ...outputs], { signal: job.signal });
  return files.map((path) => `file '${path.replaceAll("'", "'\\''")}'`);
}
