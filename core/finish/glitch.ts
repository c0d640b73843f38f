import type { FinishOp } from "../sample/types";
import { noise } from "./noise";
import type { Pixels } from "./pixels";

interface Slice {
  readonly from: number;
  readonly to: number;
  readonly shift: number;
}

/** Slices by the format's own rows, so that they lie the same on every canvas. */
function slicesOf({ slices, shift, seed, index, rows }: Extract<FinishOp, { kind: "glitch" }>): Slice[] {
  return Array.from({ length: slices }, (_, i) => {
    const deep = 0.004 + noise(seed, index, i, 2) ** 2 * 0.05;
    const from = Math.floor(noise(seed, index, i, 1) * rows);
    const to = from + Math.max(1, Math.round(deep * rows));
    return { from, to, shift: Math.round((noise(seed, index, i, 3) * 2 - 1) * shift) };
  });
}

/** Rows that slip sideways, and red and blue that part. */
export function glitch(pixels: Pixels, finish: Extract<FinishOp, { kind: "glitch" }>): void {
  const { data, width, height } = pixels;
  const split = Math.round(finish.split);
  const slices = slicesOf(finish);
  const row = new Uint8ClampedArray(width * 4);
  for (let y = 0; y < height; y++) {
    const slipped = slices.reduce(
      (sum, { from, to, shift }) => (pixels.y + y >= from && pixels.y + y < to ? sum + shift : sum),
      0,
    );
    if (slipped === 0 && split === 0) continue;
    const start = y * width * 4;
    row.set(data.subarray(start, start + width * 4));
    for (let x = 0; x < width; x++) {
      // Red comes from the left, blue from the right; a channel is as opaque as where it came from.
      const at = (shift: number): number => {
        const from = x - slipped - shift;
        return from < 0 || from >= width ? -1 : from * 4;
      };
      const sources = [at(split), at(0), at(-split)];
      const opaque = sources.map((from) => (from < 0 ? 0 : row[from + 3]!));
      const alpha = Math.max(...opaque);
      const target = start + x * 4;
      for (let channel = 0; channel < 3; channel++) {
        const from = sources[channel]!;
        data[target + channel] =
          alpha === 0 || from < 0 ? 0 : Math.round((row[from + channel]! * opaque[channel]!) / alpha);
      }
      data[target + 3] = alpha;
    }
  }
}
