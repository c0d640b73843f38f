import { factsOfStep } from "./step-facts";
import type { PaintOp } from "./types";

/** How a frame of a video is named where a picture's hash stands. */
export const frameRef = (hash: string, frame: number): string => `${hash}/${frame}`;

/** The hash and the frame of such a name; undefined for a picture. */
export function parseFrameRef(ref: string): { hash: string; frame: number } | undefined {
  const [hash, frame] = ref.split("/");
  return frame === undefined ? undefined : { hash: hash!, frame: Number(frame) };
}

/** What must be loaded before these steps can be painted: hashes of pictures and names of frames. */
export function rastersOf(ops: readonly PaintOp[], found = new Set<string>()): ReadonlySet<string> {
  for (const op of ops) {
    const { rasters, inner } = factsOfStep(op);
    for (const ref of rasters?.(op) ?? []) found.add(ref);
    for (const within of inner?.(op) ?? []) rastersOf(within, found);
  }
  return found;
}
