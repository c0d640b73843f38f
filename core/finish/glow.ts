import type { FinishOp } from "../sample/types";
import type { Pixels } from "./pixels";

/** Premultiplied light by channel, on a grid of cells of `cell` pixels that is the same wherever a canvas begins. */
interface Light {
  readonly channels: readonly [Float32Array, Float32Array, Float32Array, Float32Array];
  readonly width: number;
  readonly height: number;
  readonly cell: number;
  readonly left: number;
  readonly top: number;
}

/** A wide glow has no detail: it is worked out on a coarser grid. */
const cellFor = (radius: number): number => (radius >= 8 ? 4 : radius >= 3 ? 2 : 1);

/**
 * Light that bright parts give off: what lies above the threshold is blurred and added by `screen`. Works on
 * premultiplied numbers, so that light falls off softly beyond the edge of what shines.
 */
export function glow(pixels: Pixels, { threshold, radius, strength }: Extract<FinishOp, { kind: "glow" }>): void {
  const light = gather(pixels, threshold, cellFor(radius));
  for (const channel of light.channels) blur(channel, light.width, light.height, radius / light.cell);
  shine(pixels, light, strength);
}

function gather(pixels: Pixels, threshold: number, cell: number): Light {
  const { data } = pixels;
  const left = Math.floor(pixels.x / cell);
  const top = Math.floor(pixels.y / cell);
  const width = Math.floor((pixels.x + pixels.width - 1) / cell) - left + 1;
  const height = Math.floor((pixels.y + pixels.height - 1) / cell) - top + 1;
  const fresh = () => new Float32Array(width * height);
  const channels = [fresh(), fresh(), fresh(), fresh()] as const;
  const [red, green, blue, alpha] = channels;
  const span = Math.max(1 - threshold, 1e-3);
  const share = 1 / (cell * cell);
  for (let y = 0; y < pixels.height; y++) {
    const row = (Math.floor((pixels.y + y) / cell) - top) * width;
    for (let x = 0; x < pixels.width; x++) {
      const at = (y * pixels.width + x) * 4;
      const a = data[at + 3]! / 255;
      if (a === 0) continue;
      const r = data[at]! / 255;
      const g = data[at + 1]! / 255;
      const b = data[at + 2]! / 255;
      const above = (0.2126 * r + 0.7152 * g + 0.0722 * b - threshold) / span;
      if (above <= 0) continue;
      const part = Math.min(1, above) * a * share;
      const to = row + Math.floor((pixels.x + x) / cell) - left;
      red[to] = red[to]! + r * part;
      green[to] = green[to]! + g * part;
      blue[to] = blue[to]! + b * part;
      alpha[to] = alpha[to]! + part;
    }
  }
  return { channels, width, height, cell, left, top };
}

function shine(pixels: Pixels, light: Light, strength: number): void {
  const { data } = pixels;
  const { width, height, cell } = light;
  const [red, green, blue, alpha] = light.channels;
  // Between the middles of four cells, so that the grid does not show.
  const spot = (position: number, first: number, count: number) => {
    const exact = (position + 0.5) / cell - 0.5 - first;
    const low = Math.min(count - 1, Math.max(0, Math.floor(exact)));
    return { low, high: Math.min(count - 1, low + 1), share: Math.min(1, Math.max(0, exact - low)) };
  };
  const columns = Array.from({ length: pixels.width }, (_, x) => spot(pixels.x + x, light.left, width));
  for (let y = 0; y < pixels.height; y++) {
    const v = spot(pixels.y + y, light.top, height);
    const upper = v.low * width;
    const lower = v.high * width;
    for (let x = 0; x < pixels.width; x++) {
      const h = columns[x]!;
      const a = upper + h.low;
      const b = upper + h.high;
      const c = lower + h.low;
      const d = lower + h.high;
      const gained = mix(alpha, a, b, c, d, h.share, v.share) * strength;
      if (gained <= 1 / 1020) continue;
      const at = (y * pixels.width + x) * 4;
      const own = data[at + 3]! / 255;
      const whole = 1 - (1 - own) * (1 - Math.min(1, gained));
      data[at] = lit(data[at]!, own, whole, mix(red, a, b, c, d, h.share, v.share) * strength);
      data[at + 1] = lit(data[at + 1]!, own, whole, mix(green, a, b, c, d, h.share, v.share) * strength);
      data[at + 2] = lit(data[at + 2]!, own, whole, mix(blue, a, b, c, d, h.share, v.share) * strength);
      data[at + 3] = Math.round(whole * 255);
    }
  }
}

/** Between four cells: a, b above and c, d below. */
function mix(values: Float32Array, a: number, b: number, c: number, d: number, h: number, v: number): number {
  const above = values[a]! * (1 - h) + values[b]! * h;
  return above * (1 - v) + (values[c]! * (1 - h) + values[d]! * h) * v;
}

/** A straight-alpha level with light screened over it, as opaque as both together. */
function lit(value: number, own: number, whole: number, gained: number): number {
  const sum = 1 - (1 - (value / 255) * own) * (1 - Math.min(1, gained));
  return Math.round((Math.min(sum, whole) / whole) * 255);
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
