import { rename } from "node:fs/promises";
import { statSync } from "node:fs";
import { join } from "node:path";
import { IssueError } from "@/core/issue";
import { fitToLimit } from "./fit";
import type { EncodeJob, Made } from "./outputs/define";

/** What thrift does to a video: first coarser coding, then smaller pictures beside it. */
export interface VideoThrift {
  readonly crf: number;
  readonly size: { readonly width: number; readonly height: number } | undefined;
}

const even = (side: number): number => Math.max(2, 2 * Math.round(side / 2));
/** Share of thrift that coarser coding takes up by itself; from there on pictures become smaller too. */
const coarser = 0.55;
const leastScale = 0.2;

function thriftOf(thrift: number, [best, worst]: readonly [number, number], job: EncodeJob): VideoThrift {
  const crf = best + (worst - best) * Math.min(1, thrift / coarser);
  const scale = 1 - (1 - leastScale) * Math.max(0, (thrift - coarser) / (1 - coarser));
  const { width, height } = job.format;
  return { crf, size: scale < 1 ? { width: even(width * scale), height: even(height * scale) } : undefined };
}

/**
 * Makes a video that is no larger than `limitKb`: the best of at most six encodings. `range` is that of the coder's own
 * quality number, from what we use to what is still worth looking at. Throws `limit_unreachable`.
 */
export async function fitVideo(
  job: EncodeJob,
  limitKb: number,
  range: readonly [number, number],
  encode: (thrift: VideoThrift, file: string) => Promise<void>,
): Promise<Made> {
  const files = new Map<number, string>();
  const { best, tries } = await fitToLimit(limitKb * 1000, 0.09, async (thrift) => {
    const file = join(job.folder, `fit-${files.size}-${job.file.split("/").pop()}`);
    files.set(thrift, file);
    await encode(thriftOf(thrift, range, job), file);
    return statSync(file).size;
  });
  if (!best) throw new IssueError({ code: "limit_unreachable", limitKb, leastKb: leastKbOf(tries) });
  await rename(files.get(best.thrift)!, job.file);
  if (best.thrift === 0) return {};
  const { size } = thriftOf(best.thrift, range, job);
  const small = size ? `, ${size.width} × ${size.height} instead of ${job.format.width} × ${job.format.height}` : "";
  const notes = [`Fitted into ${limitKb} kB: coded more coarsely${small}.`];
  return { notes, fitted: true, ...(size && { size }) };
}

export const leastKbOf = (tries: readonly { readonly bytes: number }[]): number =>
  Math.ceil(Math.min(...tries.map(({ bytes }) => bytes)) / 1000);
