import type { Rgba } from "../bind/types";

type Lab = readonly [number, number, number];

const toLinear = (level: number): number => {
  const c = level / 255;
  return c <= 0.04045 ? c / 12.92 : ((c + 0.055) / 1.055) ** 2.4;
};
const toLevel = (linear: number): number => {
  const c = Math.min(1, Math.max(0, linear));
  return (c <= 0.0031308 ? c * 12.92 : 1.055 * c ** (1 / 2.4) - 0.055) * 255;
};

/** Source: Björn Ottosson, A perceptual color space for image processing. */
function toLab({ r, g, b }: Rgba): Lab {
  const [lr, lg, lb] = [toLinear(r), toLinear(g), toLinear(b)];
  const l = Math.cbrt(0.4122214708 * lr + 0.5363325363 * lg + 0.0514459929 * lb);
  const m = Math.cbrt(0.2119034982 * lr + 0.6806995451 * lg + 0.1073969566 * lb);
  const s = Math.cbrt(0.0883024619 * lr + 0.2817188376 * lg + 0.6299787005 * lb);
  return [
    0.2104542553 * l + 0.793617785 * m - 0.0040720468 * s,
    1.9779984951 * l - 2.428592205 * m + 0.4505937099 * s,
    0.0259040371 * l + 0.7827717662 * m - 0.808675766 * s,
  ];
}

function toRgb([lightness, a, b]: Lab, alpha: number): Rgba {
  const l = (lightness + 0.3963377774 * a + 0.2158037573 * b) ** 3;
  const m = (lightness - 0.1055613458 * a - 0.0638541728 * b) ** 3;
  const s = (lightness - 0.0894841775 * a - 1.291485548 * b) ** 3;
  return {
    r: toLevel(4.0767416621 * l - 3.3077115913 * m + 0.2309699292 * s),
    g: toLevel(-1.2684380046 * l + 2.6097574011 * m - 0.3413193965 * s),
    b: toLevel(-0.0041960863 * l - 0.7034186147 * m + 1.707614701 * s),
    a: alpha,
  };
}

/** Between two colours by share, in a perceptual space and by how opaque each is; the ends are exact. */
export function mixColours(from: Rgba, to: Rgba, share: number): Rgba {
  if (share <= 0) return from;
  if (share >= 1) return to;
  const alpha = from.a * (1 - share) + to.a * share;
  // A colour that is clear has no say in the hue.
  const weight = alpha > 0 ? (to.a * share) / alpha : share;
  const [a, b] = [toLab(from), toLab(to)];
  const mixed = [0, 1, 2].map((i) => a[i]! * (1 - weight) + b[i]! * weight) as [number, number, number];
  // Straight between two strong colours lies a dull one: the middle keeps the strength of its ends.
  const wanted = Math.hypot(a[1], a[2]) * (1 - weight) + Math.hypot(b[1], b[2]) * weight;
  const found = Math.hypot(mixed[1], mixed[2]);
  const lift = found > 0.02 ? Math.min(2, wanted / found) : 1;
  return toRgb([mixed[0], mixed[1] * lift, mixed[2] * lift], alpha);
}
