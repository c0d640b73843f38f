// Taken out once: this runs several times a pixel.
const { imul } = Math;

/** What seed and index make of a number to be drawn. */
export const seedOf = (seed: number, index: number): number => imul(seed | 0, 0x9e3779b1) ^ imul(index | 0, 0x85ebca6b);

/** The same with a column. */
export function mixedWith(seeded: number, x: number): number {
  const h = imul(seeded ^ (x | 0), 0xcc9e2d51);
  return (h << 15) | (h >>> 17);
}

/** The number in 0..1 of a row, from what was mixed with its column. */
export function noiseAt(mixed: number, y: number): number {
  let h = imul(mixed ^ (y | 0), 0x1b873593);
  h ^= h >>> 16;
  h = imul(h, 0x85ebca6b);
  h ^= h >>> 13;
  h = imul(h, 0xc2b2ae35);
  h ^= h >>> 16;
  return (h >>> 0) / 4294967296;
}

/**
 * A number in 0..1 that depends only on its arguments: any pixel of any frame, in any order.
 * Integer mixing after the finaliser of MurmurHash3.
 */
export const noise = (seed: number, index: number, x: number, y: number): number =>
  noiseAt(mixedWith(seedOf(seed, index), x), y);
