import type { FinishOp } from "../sample/types";
import { mixedWith, noiseAt, seedOf } from "./noise";
import type { Pixels } from "./pixels";

/** Steps of brightness that are told apart, in a level. */
const fine = 16;

/**
 * Film grain over what is there: alpha stays, light and dark ends get less than the middle. The same pixel of the
 * format always gets the same grain, wherever the canvas begins. In whole numbers wherever that comes to the same: this
 * runs for every pixel of every frame.
 */
export function grain(
  pixels: Pixels,
  { amount, coloured, size, seed, index }: Extract<FinishOp, { kind: "grain" }>,
): void {
  const { data, width, height } = pixels;
  // A pixel at a time: four bytes are read and written as one. All machines we know keep the first byte lowest.
  const words = new Int32Array(data.buffer, data.byteOffset, width * height);
  const reaches = reachesOf(amount * 255);
  const first = Math.floor(pixels.x / size);
  const cells = Math.floor((pixels.x + width - 1) / size) - first + 1;
  const channels = coloured ? 3 : 1;
  const throws = Array.from({ length: channels }, (_, channel) => thrower(first, cells, seed + channel * 2, index));
  const columns = Int32Array.from({ length: width }, (_, column) => Math.floor((pixels.x + column) / size) - first);
  let thrown: readonly Float64Array[] = [];
  let y: number | undefined;
  for (let row = 0; row < height; row++) {
    const next = Math.floor((pixels.y + row) / size);
    // Rows of one grain are thrown once.
    if (next !== y) thrown = throws.map((one) => one(next));
    y = next;
    const red = thrown[0]!;
    const green = thrown[1 % channels]!;
    const blue = thrown[2 % channels]!;
    for (let column = 0, at = row * width; column < width; column++, at++) {
      const word = words[at]!;
      const alpha = word & 0xff000000;
      if (alpha === 0) continue;
      const cell = columns[column]!;
      const r = word & 255;
      const g = (word >>> 8) & 255;
      const b = (word >>> 16) & 255;
      const reach = reaches[(54 * r + 183 * g + 19 * b) >> 4]!;
      const change = nearest(red[cell]! * reach);
      const changeG = coloured ? nearest(green[cell]! * reach) : change;
      const changeB = coloured ? nearest(blue[cell]! * reach) : change;
      words[at] = held(r + change) | (held(g + changeG) << 8) | (held(b + changeB) << 16) | alpha;
    }
  }
}

/** How far grain of a strength reaches, in levels, by brightness in sixteenths of a level. */
function reachesOf(strength: number): Float64Array {
  return Float64Array.from({ length: 256 * fine }, (_, step) => {
    const light = step / fine / 255;
    return strength * (0.35 + 2.6 * light * (1 - light));
  });
}

const nearest = (value: number): number => ((value + 512.5) | 0) - 512;
const held = (level: number): number => (level < 0 ? 0 : level > 255 ? 255 : level);

/**
 * Throws for all grains of a row: two make a triangle around nothing, closer to film than a flat spread. What only
 * depends on the column is mixed once for all rows.
 */
function thrower(first: number, cells: number, seed: number, index: number): (y: number) => Float64Array {
  const mix = (own: number) => {
    const h = seedOf(own, index);
    return Int32Array.from({ length: cells }, (_, cell) => mixedWith(h, first + cell));
  };
  const [once, twice] = [mix(seed), mix(seed + 1)];
  const thrown = new Float64Array(cells);
  return (y) => {
    for (let cell = 0; cell < cells; cell++) thrown[cell] = noiseAt(once[cell]!, y) + noiseAt(twice[cell]!, y) - 1;
    return thrown;
  };
}
