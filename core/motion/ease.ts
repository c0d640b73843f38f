import type { Ease } from "../document/move";

/** Progress in 0..1 to eased progress; 0 gives exactly 0 and 1 exactly 1. */
export type EaseFunction = (progress: number) => number;

/** Source: CSS Easing Functions Level 1. */
const named = {
  ease: [0.25, 0.1, 0.25, 1],
  "ease-in": [0.42, 0, 1, 1],
  "ease-out": [0, 0, 0.58, 1],
  "ease-in-out": [0.42, 0, 0.58, 1],
} as const;

/** The function of an ease, ready to be asked any number of times. */
export function prepareEase(ease: Ease): EaseFunction {
  if (ease === "linear") return (progress) => clampShare(progress);
  if (typeof ease === "string") {
    const [x1, y1, x2, y2] = named[ease];
    return cubicBezier(x1, y1, x2, y2);
  }
  return cubicBezier(ease.x1, ease.y1, ease.x2, ease.y2);
}

const clampShare = (value: number): number => (value <= 0 ? 0 : value >= 1 ? 1 : value);

/**
 * CSS cubic-bezier. Solves x(s) = progress by Newton's method, by halving where the curve is too flat for it, to
 * 1e-12; then answers y(s).
 */
export function cubicBezier(x1: number, y1: number, x2: number, y2: number): EaseFunction {
  const curve = (a: number, b: number, s: number) => {
    const r = 1 - s;
    return 3 * r * r * s * a + 3 * r * s * s * b + s * s * s;
  };
  const slope = (a: number, b: number, s: number) => {
    const r = 1 - s;
    return 3 * r * r * a + 6 * r * s * (b - a) + 3 * s * s * (1 - b);
  };
  const solve = (x: number): number => {
    let low = 0;
    let high = 1;
    let s = x;
    for (let i = 0; i < 64; i++) {
      const error = curve(x1, x2, s) - x;
      if (Math.abs(error) < 1e-12) break;
      if (error > 0) high = s;
      else low = s;
      const step = s - error / slope(x1, x2, s);
      s = step > low && step < high ? step : (low + high) / 2;
    }
    return s;
  };
  return (progress) => {
    if (progress <= 0) return 0;
    if (progress >= 1) return 1;
    return curve(y1, y2, solve(progress));
  };
}
