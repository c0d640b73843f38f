import type { Ease } from "@/core/document/ease";
import { paceOf, prepareEase } from "@/core/motion/ease";

/** The field that curves are drawn in: a little below the start and above the end, for overshoot. */
export const fieldLow = -0.35;
export const fieldHigh = 1.35;
const steps = 100;

const named = {
  linear: { x1: 0.25, y1: 0.25, x2: 0.75, y2: 0.75 },
  ease: { x1: 0.25, y1: 0.1, x2: 0.25, y2: 1 },
  "ease-in": { x1: 0.42, y1: 0, x2: 1, y2: 1 },
  "ease-out": { x1: 0, y1: 0, x2: 0.58, y2: 1 },
  "ease-in-out": { x1: 0.42, y1: 0, x2: 0.58, y2: 1 },
} as const;

export interface Bezier {
  readonly x1: number;
  readonly y1: number;
  readonly x2: number;
  readonly y2: number;
}

/** The handles of a curve; those of an even run where an ease is none. */
export function asBezier(ease: Ease): Bezier {
  if (typeof ease === "string") return named[ease];
  if (ease.kind !== "cubic-bezier") return named.linear;
  const { x1, y1, x2, y2 } = ease;
  return { x1, y1, x2, y2 };
}

/** Progress and pace along a move. Pace is drawn so that an even run lies at half the height. */
export function drawnEase(ease: Ease): { progress: { x: number; y: number }[]; pace: { x: number; y: number }[] } {
  const run = prepareEase(ease);
  const at = Array.from({ length: steps + 1 }, (_, i) => i / steps);
  return {
    progress: at.map((x) => ({ x, y: run(x) })),
    pace: at.map((x) => ({ x, y: Math.min(fieldHigh, Math.max(fieldLow, paceOf(run, x) / 4)) })),
  };
}
