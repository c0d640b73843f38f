// Taken out once: this runs several times a pixel.
const { imul } = Math;

/**
 * A number in 0..1 that depends only on its arguments: any pixel of any frame, in any order.
 * Integer mixing after the finaliser of MurmurHash3.
 */
export function noise(seed: number, index: number, x: number, y: number): number {
  let h = imul(seed | 0, 0x9e3779b1) ^ imul(index | 0, 0x85ebca6b);
  h = imul(h ^ (x | 0), 0xcc9e2d51);
  h = (h << 15) | (h >>> 17);
  h = imul(h ^ (y | 0), 0x1b873593);
  h ^= h >>> 16;
  h = imul(h, 0x85ebca6b);
  h ^= h >>> 13;
  h = imul(h, 0xc2b2ae35);
  h ^= h >>> 16;
  return (h >>> 0) / 4294967296;
}
