import { writeFile } from "node:fs/promises";
import { join } from "node:path";
import type { ClipPlan } from "@/core/sample/clip";
import { runFfmpeg } from "./ffmpeg";
import type { EncodeJob } from "./outputs/define";
import type { InParts } from "./parts";
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
 * frames, the same again and again, and one with what is left. What moves for longer than `most` frames is cut, too.
 */
export function segmentsOf(frames: readonly number[], hold: number, least = 2 * hold, most = Infinity): Segments {
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
  const addMoving = (start: number, end: number) => {
    for (let at = start; at < end; at += most) add(frames.slice(at, Math.min(end, at + most)));
  };
  let from = 0;
  for (const { picture, start, count } of runsOf(frames)) {
    if (count < least) continue;
    addMoving(from, start);
    const held = Array.from({ length: hold }, () => picture);
    for (let left = count; left > 0; left -= hold) add(left >= hold ? held : held.slice(0, left));
    from = start + count;
  }
  addMoving(from, frames.length);
  return { distinct, order };
}

/**
 * Each distinct segment is coded as a film of its own that begins with a whole picture, and copies of them are joined:
 * every frame gets its instant anew. `encode` makes the film of some frames.
 */
export const segmentParts = (
  job: Pick<EncodeJob, "folder" | "file" | "plan" | "signal">,
  { distinct, order }: Segments,
  encode: (frames: readonly number[], file: string, progress: (frames: number) => void) => Promise<void>,
  more: readonly string[] = [],
): InParts => ({
  sizes: distinct.map(({ length }) => length),
  encode: (part, file, progress) => encode(distinct[part]!, file, progress),
  join: async (files) => {
    const joining = { ...job, more };
    await joined(joining, await repeated(joining, order, (segment) => files[segment]!), job.file, true);
  },
});

/** Copies are joined so many at a time: opening a file is dear. */
const bundle = 16;

/** The files to join: what comes many times on end as bundles of copies, and bundles of those. */
async function repeated(
  job: Joining,
  order: readonly number[],
  fileOf: (segment: number) => string,
): Promise<string[]> {
  const known = new Map<string, string>();
  /** A file of so many copies, a power of the bundle. */
  const bundled = async (segment: number, copies: number): Promise<string> => {
    if (copies === 1) return fileOf(segment);
    const key = `${segment}-${copies}`;
    const made = known.get(key);
    if (made !== undefined) return made;
    const part = await bundled(segment, copies / bundle);
    const file = join(job.folder, `copies-${key}${part.slice(part.lastIndexOf("."))}`);
    await joined(
      job,
      Array.from({ length: bundle }, () => part),
      file,
    );
    known.set(key, file);
    return file;
  };
  const files: string[] = [];
  for (const { picture: segment, count } of runsOf(order)) {
    for (let left = count; left > 0;) {
      let copies = 1;
      while (copies * bundle <= left) copies *= bundle;
      files.push(await bundled(segment, copies));
      left -= copies;
    }
  }
  return files;
}

type Joining = Pick<EncodeJob, "folder" | "plan" | "signal"> & { readonly more: readonly string[] };

/** One film of several, copied one after the other. */
export const joinFilms = (job: Joining, files: readonly string[], to: string): Promise<void> => joined(job, files, to);

/** One film of several, copied one after the other; as the whole clip, its frames get their instants anew. */
async function joined(job: Joining, files: readonly string[], to: string, whole = false): Promise<void> {
  const { folder, plan, signal, more } = job;
  const list = join(folder, "segments.txt");
  const lines = files.map((path) => `file '${path.replaceAll("'", "'\\''")}'`);
  await writeFile(list, ["ffconcat version 1.0", ...lines].join("\n") + "\n");
  const copy = ["-f", "concat", "-safe", "0", "-i", list, "-map", "0:v", "-c", "copy"];
  const clock = whole ? ["-bsf:v", clockOf(plan)] : [];
  await runFfmpeg([...copy, ...clock, ...more, "-an", "-y", to], { signal });
}

/** Joined by their own clocks the segments would drift by fractions of a frame. */
const clockOf = ({ fps: { num, den } }: ClipPlan): string => {
  const at = (frame: string) => `round(${frame}*${den}/(${num}*TB))`;
  return `setts=pts=${at("N")}:dts=${at("N")}:duration=${at("(N+1)")}-${at("N")}`;
};
