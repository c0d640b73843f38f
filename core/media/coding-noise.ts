import type { Ground } from "./ground";
import type { Raster } from "./raster";

/*
 * How far coding with loss has strewn the background of a flat picture. It rings around what is drawn, within a block or
 * two, and leaves the border as it was: it can't be measured there.
 */

/** Rows that are looked at, at most. */
const mostRows = 320;
/** Levels from which on a pixel belongs to what is drawn. */
const strong = 48;
/** Pixels from what is drawn between which ringing is looked for: an edge itself is softer than that. */
const [from, to] = [3, 14];
/** Fewer readings say nothing. */
const leastReadings = 60;

/**
 * Levels by which coding makes the background near the drawing uneven: nearly all readings lie within; 0 for a picture that
 * was kept without loss, also for one with soft shadows, which change little from pixel to pixel.
 */
export function codingNoise(raster: Raster, ground: Ground): number {
  const { width, height, data } = raster;
  const step = Math.max(1, Math.ceil(height / mostRows));
  const levels = [0, 0, 0];
  const off = new Float32Array(width);
  const apart = new Int32Array(width);
  const counts = new Uint32Array(strong + 1);
  let readings = 0;
  for (let y = step >> 1; y < height; y += step) {
    for (let x = 0, at = y * width * 4; x < width; x++, at += 4) {
      if (x === 0 || !ground.plain) ground.at(x, y, levels);
      off[x] = Math.max(
        Math.abs(data[at]! - levels[0]!),
        Math.abs(data[at + 1]! - levels[1]!),
        Math.abs(data[at + 2]! - levels[2]!),
      );
    }
    distances(off, apart);
    for (let x = 1; x < width - 1; x++) {
      if (apart[x]! < from || apart[x]! > to) continue;
      const at = (y * width + x) * 4;
      let uneven = 0;
      for (let c = 0; c < 3; c++) {
        const around = (data[at - 4 + c]! + data[at + 4 + c]!) / 2;
        uneven = Math.max(uneven, Math.abs(data[at + c]! - around));
      }
      counts[Math.min(strong, Math.round(uneven))]!++;
      readings++;
    }
  }
  return readings < leastReadings ? 0 : nearlyAll(counts, readings);
}

/** How many pixels of a row lie between each and the nearest that is drawn. */
function distances(off: Float32Array, into: Int32Array): void {
  const far = 1 << 20;
  for (let x = 0, since = far; x < off.length; x++) into[x] = since = off[x]! > strong ? 0 : since + 1;
  for (let x = off.length - 1, since = far; x >= 0; x--) {
    since = off[x]! > strong ? 0 : since + 1;
    into[x] = Math.min(into[x]!, since);
  }
}

function nearlyAll(counts: Uint32Array, readings: number): number {
  let left = readings * 0.03;
  for (let level = strong; level > 0; level--) {
    left -= counts[level]!;
    if (left < 0) return level;
  }
  return 0;
}
