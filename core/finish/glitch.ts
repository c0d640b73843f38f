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

/** Rows that slip sideways, and red and blue that part: red comes from the left, blue from the right. */
export function glitch(pixels: Pixels, finish: Extract<FinishOp, { kind: "glitch" }>): void {
  const { data, width, height } = pixels;
  const split = Math.round(finish.split);
  const slices = slicesOf(finish);
  const row = new Uint8ClampedArray(width * 4);
  const opaque = (x: number): number => (x < 0 || x >= width ? 0 : row[x * 4 + 3]!);
  for (let y = 0; y < height; y++) {
    let slipped = 0;
    for (const { from, to, shift } of slices) if (pixels.y + y >= from && pixels.y + y < to) slipped += shift;
    if (slipped === 0 && split === 0) continue;
    const start = y * width * 4;
    row.set(data.subarray(start, start + width * 4));
    for (let x = 0; x < width; x++) {
      const middle = x - slipped;
      const reds = opaque(middle - split);
      const greens = opaque(middle);
      const blues = opaque(middle + split);
      const alpha = Math.max(reds, greens, blues);
      const target = start + x * 4;
      // A channel is as opaque as the place it came from.
      data[target] = reds === 0 ? 0 : Math.round((row[(middle - split) * 4]! * reds) / alpha);
      data[target + 1] = greens === 0 ? 0 : Math.round((row[middle * 4 + 1]! * greens) / alpha);
      data[target + 2] = blues === 0 ? 0 : Math.round((row[(middle + split) * 4 + 2]! * blues) / alpha);
      data[target + 3] = alpha;
    }
  }
}
