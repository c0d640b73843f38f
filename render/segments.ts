import { writeFile } from "node:fs/promises";
import { join } from "node:path";
import type { ClipPlan } from "@/core/sample/clip";
import { runFfmpeg } from "./ffmpeg";
import type { EncodeJob } from "./outputs/define";
import { runsOf } from "./runs";

/** A clip taken apart where it holds long: what comes again is encoded once. */
export interface Segments {
  /** Each as the pictures of its frames. */
  readonly distinct: readonly (readonly number[])[];
  /** Which of them follow one another. */
  readonly order: readonly number[];
}

/**
 * Takes frames, given as picture numbers, apart at holds of at least `least` frames: those become stretches of `hold`
 * frames, the same again and again, and one with what is left.
 */
export function segmentsOf(frames: readonly number[], hold: number, least = 2 * hold): Segments {
  const distinct: (readonly number[])[] = [];
  const order: number[] = [];
  const known = new Map<string, number>();
  const add = (segment: readonly number[]) => {
    if (segment.length === 0) return;
    const key = segment.join();
    let at = known.get(key);
    if (at === undefined) {
      known.set(key, (at = distinct.length));
      distinct.push(segment);
    }
    order.push(at);
  };
  let from = 0;
  for (const { picture, start, count } of runsOf(frames)) {
    if (count < least) continue;
    add(frames.slice(from, start));
    const held = Array.from({ length: hold }, () => picture);
    for (let left = count; left > 0; left -= hold) add(left >= hold ? held : held.slice(0, left));
    from = start + count;
  }
  add(frames.slice(from));
  return { distinct, order };
}

/**
 * Encodes each distinct segment as a film of its own that begins with a whole picture, and joins copies of them: every
 * frame gets its instant anew. `encode` makes the film of some frames.
 */
export async function encodeSegments(
  job: Pick<EncodeJob, "folder" | "file" | "plan" | "signal" | "progress">,
  { distinct, order }: Segments,
  encode: (frames: readonly number[], file: string, progress: (frames: number) => void) => Promise<void>,
  more: readonly string[] = [],
): Promise<void> {
  const ending = job.file.slice(job.file.lastIndexOf("."));
  const fileOf = (i: number) => join(job.folder, `segment-${i}${ending}`);
  const wanted = distinct.reduce((sum, { length }) => sum + length, 0);
  let made = 0;
  for (const [i, frames] of distinct.entries()) {
    // Told as a share of the whole clip: most of its frames are copies.
    const share = job.plan.frames.length / wanted;
    await encode(frames, fileOf(i), (done) => job.progress(Math.floor((made + done) * share)));
    made += frames.length;
  }
  const files = await repeated(job, order, fileOf, more);
  const list = join(job.folder, "segments.txt");
  const lines = files.map((path) => `file '${path.replaceAll("'", "'\\''")}'`);
  await writeFile(list, ["ffconcat version 1.0", ...lines].join("\n") + "\n");
  const copy = ["-f", "concat", "-safe", "0", "-i", list, "-map", "0:v", "-c", "copy", "-bsf:v", clockOf(job.plan)];
  await runFfmpeg([...copy, ...more, "-an", "-y", job.file], { signal: job.signal });
}

/** The files to join: what comes several times on end as one that was made of copies, since opening a file is dear. */
async function repeated(
  { folder, plan, signal }: Pick<EncodeJob, "folder" | "plan" | "signal">,
  order: readonly number[],
  fileOf: (segment: number) => string,
  more: readonly string[],
): Promise<string[]> {
  const known = new Map<string, string>();
  const files: string[] = [];
  for (const { picture: segment, count } of runsOf(order)) {
    const one = fileOf(segment);
    const ending = one.slice(one.lastIndexOf("."));
    const key = `${segment} ${count}`;
    let file = count === 1 ? one : known.get(key);
    if (file === undefined) {
      file = join(folder, `repeated-${segment}-${count}${ending}`);
      const copy = ["-stream_loop", String(count - 1), "-i", one, "-map", "0:v", "-c", "copy", "-bsf:v", clockOf(plan)];
      await runFfmpeg([...copy, ...more, "-an", "-y", file], { signal });
      known.set(key, file);
    }
    files.push(file);
  }
  return files;
}

/** Joined by their own clocks the segments would drift by fractions of a frame. */
const clockOf = ({ fps: { num, den } }: ClipPlan): string => {
  const at = (frame: string) => `round(${frame}*${den}/(${num}*TB))`;
  return `setts=pts=${at("N")}:dts=${at("N")}:duration=${at("(N+1)")}-${at("N")}`;
};
