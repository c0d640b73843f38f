import { lumaOf, type Raster } from "./raster";

/** A rim left of the ground that a mark stood on, in levels of 255, as a mean over the pixels of its edge. */
export interface Halo {
  /** How much lighter the edge is than the mark beside it: what is seen over black. */
  readonly light: number;
  /** How much darker it is: what is seen over white. */
  readonly dark: number;
}

/** Pixels inwards that the edge is compared with. */
const inwards = 4;
const clear = 8;

/** Measures the rim of what is see-through around: what the edge adds over black, and takes away over white. */
export function haloOf({ width, height, data }: Raster): Halo {
  const depth = depths(data, width, height);
  let [light, dark, count] = [0, 0, 0];
  for (let y = 0; y < height; y++) {
    for (let x = 0; x < width; x++) {
      const p = y * width + x;
      if (depth[p]! < 1 || depth[p]! > 2) continue;
      const inner = deepest(depth, width, height, x, y);
      // Thinner than what it could be compared with.
      if (depth[inner]! <= 2) continue;
      const at = p * 4;
      const excess =
        (data[at + 3]! / 255) *
        (lumaOf(data[at]!, data[at + 1]!, data[at + 2]!) -
          lumaOf(data[inner * 4]!, data[inner * 4 + 1]!, data[inner * 4 + 2]!));
      count++;
      if (excess > 0) light += excess;
      else dark -= excess;
    }
  }
  const mean = (sum: number) => (count === 0 ? 0 : (255 * sum) / count);
  return { light: mean(light), dark: mean(dark) };
}

/** Steps from what is clear, as far as they are looked at; 0 for what is clear, and for all that is deeper. */
function depths(data: Raster["data"], width: number, height: number): Uint8Array {
  const depth = new Uint8Array(width * height);
  let front: number[] = [];
  const each = (p: number, visit: (q: number) => void) => {
    const x = p % width;
    for (let dy = -1; dy <= 1; dy++) {
      for (let dx = -1; dx <= 1; dx++) {
        const q = p + dy * width + dx;
        if (x + dx >= 0 && x + dx < width && q >= 0 && q < depth.length) visit(q);
      }
    }
  };
  const inked = (p: number) => data[p * 4 + 3]! >= clear;
  for (let p = 0; p < depth.length; p++) {
    if (!inked(p)) continue;
    let meets = false;
    each(p, (q) => void (meets ||= !inked(q)));
    if (!meets) continue;
    depth[p] = 1;
    front.push(p);
  }
  for (let layer = 2; layer <= inwards; layer++) {
    const next: number[] = [];
    for (const p of front) {
      each(p, (q) => {
        if (depth[q] !== 0 || !inked(q)) return;
        depth[q] = layer;
        next.push(q);
      });
    }
    front = next;
  }
  return depth;
}

/** The pixel around that lies deepest inside. */
function deepest(depth: Uint8Array, width: number, height: number, x: number, y: number): number {
  let best = y * width + x;
  for (let dy = -3; dy <= 3; dy++) {
    for (let dx = -3; dx <= 3; dx++) {
      const [u, v] = [x + dx, y + dy];
      if (u < 0 || v < 0 || u >= width || v >= height) continue;
      if (depth[v * width + u]! > depth[best]!) best = v * width + u;
    }
  }
  return best;
}
