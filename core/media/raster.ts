/** Straight RGBA, 8 bit, row by row. */
export interface Raster {
  readonly width: number;
  readonly height: number;
  readonly data: Uint8Array | Uint8ClampedArray;
}

const linear = Float32Array.from({ length: 256 }, (_, level) => {
  const share = level / 255;
  return share <= 0.04045 ? share / 12.92 : ((share + 0.055) / 1.055) ** 2.4;
});

const roots = 4096;
const cubeRoots = Float32Array.from({ length: roots + 2 }, (_, i) => Math.cbrt(i / roots));
/** Cube root of 0–1 out of a table; exact to 0.0005 above black, where colours are told apart. */
const rootOf = (value: number): number => {
  if (value < 0.004) return Math.cbrt(value);
  const at = value * roots;
  const whole = at | 0;
  return cubeRoots[whole]! + (cubeRoots[whole + 1]! - cubeRoots[whole]!) * (at - whole);
};

/**
 * Writes the place of a colour in OKLab. A table and plain sums: a picture of 16 million pixels is looked at in one go.
 * Source: Ottosson, A perceptual color space for image processing (2020).
 */
export function toOklab(r: number, g: number, b: number, into: Float32Array | number[]): void {
  const [R, G, B] = [linear[r]!, linear[g]!, linear[b]!];
  const l = rootOf(0.4122214708 * R + 0.5363325363 * G + 0.0514459929 * B);
  const m = rootOf(0.2119034982 * R + 0.6806995451 * G + 0.1073969566 * B);
  const s = rootOf(0.0883024619 * R + 0.2817188376 * G + 0.6299787005 * B);
  into[0] = 0.2104542553 * l + 0.793617785 * m - 0.0040720468 * s;
  into[1] = 1.9779984951 * l - 2.428592205 * m + 0.4505937099 * s;
  into[2] = 0.0259040371 * l + 0.7827717662 * m - 0.808675766 * s;
}

/** How light levels are, 0–1, as the eye weighs them. Source: ITU-R BT.709. */
export const lumaOf = (r: number, g: number, b: number): number => (0.2126 * r + 0.7152 * g + 0.0722 * b) / 255;

/** A part of a picture, also beyond its edges, where it is see-through. */
export function cropped(
  { width, height, data }: Raster,
  box: { readonly x: number; readonly y: number; readonly width: number; readonly height: number },
): Raster {
  const out = new Uint8Array(box.width * box.height * 4);
  const [left, right] = [Math.max(0, box.x), Math.min(width, box.x + box.width)];
  for (let y = Math.max(0, box.y); y < Math.min(height, box.y + box.height) && left < right; y++) {
    const row = data.subarray((y * width + left) * 4, (y * width + right) * 4);
    out.set(row, ((y - box.y) * box.width + left - box.x) * 4);
  }
  return { width: box.width, height: box.height, data: out };
}
