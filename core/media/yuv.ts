import { levelsOf } from "./matte";

/** A colour `#rrggbb` as BT.709 levels in television range. Source: ITU-R BT.709. */
export function yuvOf(colour: string): readonly [y: number, u: number, v: number] {
  const [r, g, b] = levelsOf(colour).map((level) => level / 255) as [number, number, number];
  const luma = 0.2126 * r + 0.7152 * g + 0.0722 * b;
  return [
    Math.round(16 + 219 * luma),
    Math.round(128 + (224 * (b - luma)) / 1.8556),
    Math.round(128 + (224 * (r - luma)) / 1.5748),
  ];
}
