import { existsSync } from "node:fs";
import { symlink } from "node:fs/promises";
import { join } from "node:path";
import pLimit from "p-limit";
import type { EncodeJob } from "./outputs/define";

/**
 * A file that is made in parts: each is coded by itself, on any machine, and all are joined without coding again. Where
 * it is cut follows from the clip alone, so that it comes out the same whoever makes which part.
 */
export interface InParts {
  /** How many frames are coded in each part, in order. */
  readonly sizes: readonly number[];
  readonly encode: (part: number, file: string, progress: (frames: number) => void) => Promise<void>;
  readonly join: (files: readonly string[]) => Promise<void>;
}

/** Parts that others may make meanwhile. */
export interface OtherHands {
  /** Takes a part back that nobody has begun; false while somebody is at it, or has made it. */
  readonly takeBack: (part: number) => Promise<boolean>;
  /** Waits for what somebody else makes; undefined where nothing came of it. */
  readonly fileOf: (part: number) => Promise<string | undefined>;
  readonly end: () => Promise<void>;
}

/** Hands parts of these sizes to whoever is free; undefined where nobody else is there. */
export type Elsewhere = (sizes: readonly number[]) => Promise<OtherHands | undefined>;

/** Where a part of a file lies while it is made. */
export const partFile = ({ folder, file }: Pick<EncodeJob, "folder" | "file">, part: number): string =>
  join(folder, `part-${part}${file.slice(file.lastIndexOf("."))}`);

/** Makes all parts here, or those that nobody else makes, and joins them. */
export async function encodeInParts(
  job: Pick<EncodeJob, "folder" | "file" | "plan" | "signal" | "progress" | "elsewhere">,
  { sizes, encode, join: joinParts }: InParts,
): Promise<void> {
  const wanted = sizes.reduce((sum, size) => sum + size, 0);
  // Told as a share of the whole clip: held frames are coded once.
  const share = job.plan.frames.length / Math.max(1, wanted);
  const made = sizes.map(() => 0);
  const note = (part: number, frames: number) => {
    made[part] = frames;
    job.progress(Math.floor(made.reduce((sum, one) => sum + one, 0) * share));
  };
  const here = (part: number) => encode(part, partFile(job, part), (frames) => note(part, frames));
  const others = sizes.length > 1 ? await job.elsewhere?.(sizes) : undefined;
  if (others) {
    try {
      await withOthers(job, sizes, others, here, note);
    } finally {
      await others.end();
    }
  } else {
    // Two at a time: starting an encoder, and its first picture, leave the machine half idle.
    const turns = pLimit(2);
    // All have ended before any of it is told, so that none writes into a folder that is gone.
    const ended = await Promise.allSettled(sizes.map((_, part) => turns(() => here(part))));
    const failed = ended.find((one) => one.status === "rejected");
    if (failed) throw failed.reason;
  }
  await joinParts(sizes.map((_, part) => partFile(job, part)));
}

/** Goes on with whatever nobody has begun, then waits for what others are at; what came to nothing is made here. */
async function withOthers(
  job: Pick<EncodeJob, "folder" | "file" | "signal">,
  sizes: readonly number[],
  others: OtherHands,
  here: (part: number) => Promise<void>,
  note: (part: number, frames: number) => void,
): Promise<void> {
  let next = 0;
  const lane = async () => {
    while (next < sizes.length) {
      const part = next++;
      job.signal?.throwIfAborted();
      if (await others.takeBack(part)) await here(part);
    }
  };
  const failed = (await Promise.allSettled([lane(), lane()])).find((ended) => ended.status === "rejected");
  if (failed) throw failed.reason;
  for (const [part, size] of sizes.entries()) {
    const file = partFile(job, part);
    if (existsSync(file)) continue;
    const theirs = await others.fileOf(part);
    job.signal?.throwIfAborted();
    if (theirs === undefined) await here(part);
    else await symlink(theirs, file);
    note(part, size);
  }
}
