import type { FinishOp } from "../sample/types";
import { noise } from "./noise";
import type { Pixels } from "./pixels";

/**
 * Film grain over what is there: alpha stays, light and dark ends get less than the middle. The same pixel of the
 * format always gets the same grain, wherever the canvas begins.
 */
export function grain(
  pixels: Pixels,
  { amount, coloured, size, seed, index }: Extract<FinishOp, { kind: "grain" }>,
): void {
  const { data, width, height } = pixels;
  const strength = amount * 255;
  const columns = Int32Array.from({ length: width }, (_, column) => Math.floor((pixels.x + column) / size));
  for (let row = 0; row < height; row++) {
    const y = Math.floor((pixels.y + row) / size);
    for (let column = 0; column < width; column++) {
      const at = (row * width + column) * 4;
      if (data[at + 3] === 0) continue;
      const x = columns[column]!;
      const light = (0.2126 * data[at]! + 0.7152 * data[at + 1]! + 0.0722 * data[at + 2]!) / 255;
      const reach = strength * (0.35 + 2.6 * light * (1 - light));
      if (!coloured) {
        // Two throws make a triangle, closer to film than a flat spread.
        const change = (noise(seed, index, x, y) + noise(seed + 1, index, x, y) - 1) * reach;
        data[at] = data[at]! + change;
        data[at + 1] = data[at + 1]! + change;
        data[at + 2] = data[at + 2]! + change;
      } else {
        for (let channel = 0; channel < 3; channel++) {
          const thrown = noise(seed + channel * 2, index, x, y) + noise(seed + channel * 2 + 1, index, x, y) - 1;
          data[at + channel] = data[at + channel]! + thrown * reach;
        }
      }
    }
  }
}
