import type { FinishOp } from "../sample/types";
import type { Pixels } from "./pixels";

/**
 * Light that bright parts give off: what lies above the threshold is blurred and added by `screen`. Works on
 * premultiplied numbers, so that light falls off softly beyond the edge of what shines.
 */
export function glow(pixels: Pixels, { threshold, radius, strength }: Extract<FinishOp, { kind: "glow" }>): void {
  const { data, width, height } = pixels;
  const count = width * height;
  const light = [0, 1, 2, 3].map(() => new Float32Array(count));
  const [red, green, blue, alpha] = light as [Float32Array, Float32Array, Float32Array, Float32Array];
  const span = Math.max(1 - threshold, 1e-3);
  for (let i = 0; i < count; i++) {
    const a = data[i * 4 + 3]! / 255;
    if (a === 0) continue;
    const [r, g, b] = [data[i * 4]! / 255, data[i * 4 + 1]! / 255, data[i * 4 + 2]! / 255];
    const above = (0.2126 * r + 0.7152 * g + 0.0722 * b - threshold) / span;
    if (above <= 0) continue;
    const part = Math.min(1, above) * a;
    red[i] = r * part;
    green[i] = g * part;
    blue[i] = b * part;
    alpha[i] = part;
  }
  for (const channel of light) blur(channel, width, height, radius);
  for (let i = 0; i < count; i++) {
    const added = Math.min(1, alpha[i]! * strength);
    if (added <= 1 / 1020) continue;
    const a = data[i * 4 + 3]! / 255;
    const whole = 1 - (1 - a) * (1 - added);
    for (const [channel, values] of [red, green, blue].entries()) {
      const own = (data[i * 4 + channel]! / 255) * a;
      const lit = 1 - (1 - own) * (1 - Math.min(1, values[i]! * strength));
      data[i * 4 + channel] = Math.round((Math.min(lit, whole) / whole) * 255);
    }
    data[i * 4 + 3] = Math.round(whole * 255);
  }
}

/** Three box blurs, close to a Gaussian of this deviation in pixels. Source: Kovesi, Fast Almost-Gaussian Filtering. */
export function blur(values: Float32Array, width: number, height: number, deviation: number): void {
  if (deviation <= 0) return;
  const ideal = Math.sqrt((12 * deviation * deviation) / 3 + 1);
  const low = Math.floor(ideal) % 2 === 1 ? Math.floor(ideal) : Math.floor(ideal) - 1;
  const lows = Math.round((12 * deviation * deviation - 3 * low * low - 12 * low - 9) / (-4 * low - 4));
  const line = new Float32Array(Math.max(width, height));
  for (let pass = 0; pass < 3; pass++) {
    const reach = ((pass < lows ? low : low + 2) - 1) / 2;
    for (let y = 0; y < height; y++) average(values, y * width, 1, width, reach, line);
    for (let x = 0; x < width; x++) average(values, x, width, height, reach, line);
  }
}

/** Moving average along one row or column; beyond the ends there is nothing. */
function average(
  values: Float32Array,
  from: number,
  step: number,
  count: number,
  reach: number,
  line: Float32Array,
): void {
  const size = 2 * reach + 1;
  let sum = 0;
  for (let i = 0; i < Math.min(reach, count); i++) sum += values[from + i * step]!;
  for (let i = 0; i < count; i++) {
    const entering = i + reach;
    const leaving = i - reach - 1;
    if (entering < count) sum += values[from + entering * step]!;
    if (leaving >= 0) sum -= values[from + leaving * step]!;
    line[i] = sum;
  }
  for (let i = 0; i < count; i++) values[from + i * step] = line[i]! / size;
}
