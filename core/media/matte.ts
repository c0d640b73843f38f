/** Alpha from which on a pixel counts as there, where it can only be there or not. */
const halfAlpha = 128;

/** The levels of a colour `#rrggbb`. */
export const levelsOf = (colour: string): readonly [number, number, number] => [
  parseInt(colour.slice(1, 3), 16),
  parseInt(colour.slice(3, 5), 16),
  parseInt(colour.slice(5, 7), 16),
];

/**
 * Straight RGBA as it is where alpha is on or off: what is half there at least lies over the matte, all else is gone, or
 * is the matte itself with `ground`.
 */
export function matted(pixels: Uint8Array, matte: string, ground: boolean): Uint8Array {
  const [r, g, b] = levelsOf(matte);
  const out = new Uint8Array(pixels.length);
  for (let at = 0; at < pixels.length; at += 4) {
    const alpha = pixels[at + 3]!;
    if (alpha < halfAlpha && !ground) continue;
    const kept = 255 - alpha;
    out[at] = Math.round((pixels[at]! * alpha + r * kept) / 255);
    out[at + 1] = Math.round((pixels[at + 1]! * alpha + g * kept) / 255);
    out[at + 2] = Math.round((pixels[at + 2]! * alpha + b * kept) / 255);
    out[at + 3] = 255;
  }
  return out;
}
