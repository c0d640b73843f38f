import type { Box } from "@/core/geometry/box";
import type { EncodeJob } from "./outputs/define";
import { inOrder } from "./in-order";
import type { PictureSource } from "./painted";
import { changedBox, cutOut } from "./patches";
import { runsOf } from "./runs";

/** A part of the whole picture that is laid down at a frame, and how many frames it stays. */
export interface Patch {
  readonly pixels: Buffer;
  /** In pixels of the whole format; corners are even. */
  readonly box: Box;
  readonly frames: number;
}

/** Least box that formats of moving pictures can lay down. */
const nothing: Box = { x: 0, y: 0, width: 2, height: 2 };

/**
 * Codes a clip as what changes from picture to picture: the first brings all of the bounds, each later one only the box in
 * which it differs.
 */
export async function codePatches(
  job: EncodeJob,
  source: PictureSource,
  code: (patch: Patch, place: number) => Promise<Buffer>,
  take: (coded: Buffer, patch: Omit<Patch, "pixels">, place: number) => Promise<void> | void,
): Promise<void> {
  const { bounds } = job.plan;
  const runs = runsOf(job.plan.frames);
  const boxes: Box[] = [];
  let before: Buffer | undefined;
  let done = 0;
  await inOrder(
    source,
    runs.map(({ picture }) => picture),
    job.signal,
    {
      code: (pixels, place) => {
        const all = { x: 0, y: 0, width: bounds.width, height: bounds.height };
        const box = before ? (changedBox(before, pixels, bounds.width, bounds.height) ?? nothing) : all;
        before = pixels;
        const placed = { ...box, x: box.x + bounds.x, y: box.y + bounds.y };
        boxes[place] = placed;
        const part = box === all ? pixels : cutOut(pixels, bounds.width, box);
        return code({ pixels: part, box: placed, frames: runs[place]!.count }, place);
      },
      take: async (coded, place) => {
        await take(coded, { box: boxes[place]!, frames: runs[place]!.count }, place);
        done += runs[place]!.count;
        job.progress(done);
      },
    },
  );
}
