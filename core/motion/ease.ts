import { assertNever } from "../assert-never";
import type { Ease } from "../document/ease";
import { settleTime, springLeft, type SpringFacts } from "./spring";

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
  switch (ease.kind) {
    case "cubic-bezier":
      return cubicBezier(ease.x1, ease.y1, ease.x2, ease.y2);
    case "linear":
      return piecewise(ease.points);
    case "steps":
      return steps(ease.count, ease.jump);
    case "spring":
      return spring(ease);
    default:
      return assertNever(ease);
  }
}

/** How fast eased progress runs at a place: eased share a share of time. Measured over a thousandth on each side. */
export function paceOf(ease: EaseFunction, progress: number): number {
  const from = Math.max(0, progress - 0.001);
  const to = Math.min(1, progress + 0.001);
  return (ease(to) - ease(from)) / (to - from);
}

/**
 * Source: CSS Easing Functions Level 2, linear(). Where two points share a place the later one counts from there on;
 * before the first and after the last point the nearest stretch carries on. A move still begins away and ends at rest.
 */
function piecewise(points: readonly { at: number; value: number }[]): EaseFunction {
  const sorted = [...points].sort((a, b) => a.at - b.at);
  return (progress) => {
    if (progress <= 0) return 0;
    if (progress >= 1) return 1;
    const found = sorted.findIndex((point) => point.at > progress);
    const next = found === -1 ? sorted.length - 1 : Math.max(1, found);
    const [from, to] = [sorted[next - 1]!, sorted[next]!];
    if (from.at === to.at) return found === 0 ? from.value : to.value;
    const share = (progress - from.at) / (to.at - from.at);
    return from.value * (1 - share) + to.value * share;
  };
}

/** Source: CSS Easing Functions Level 1, steps(). */
function steps(count: number, jump: "start" | "end" | "none" | "both"): EaseFunction {
  const jumps = jump === "none" ? Math.max(1, count - 1) : jump === "both" ? count + 1 : count;
  const early = jump === "start" || jump === "both" ? 1 : 0;
  return (progress) => {
    if (progress <= 0) return 0;
    if (progress >= 1) return 1;
    return clampShare((Math.floor(progress * count) + early) / jumps);
  };
}

/** The spring's own settle time is stretched over the whole move. */
function spring(facts: SpringFacts): EaseFunction {
  const wholeS = settleTime(facts);
  return (progress) => {
    if (progress <= 0) return 0;
    if (progress >= 1) return 1;
    return 1 - springLeft(facts, progress * wholeS);
  };
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
