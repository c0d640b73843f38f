import type { Ease } from "../document/ease";
import { prepareEase } from "./ease";
import type { Move, MoveKind } from "../document/move";

/** What a layer does while a move of this kind runs, and what the kind is called on a list. */
export const kindWords: Readonly<Record<MoveKind, { readonly name: string; readonly doing: string }>> = {
  fade: { name: "Fade", doing: "fading" },
  slide: { name: "Slide", doing: "sliding" },
  push: { name: "Push", doing: "being pushed" },
  rise: { name: "Rise from an edge", doing: "rising from behind an edge" },
  uncover: { name: "Uncover", doing: "being uncovered" },
  unroll: { name: "Unroll", doing: "unrolling" },
  grow: { name: "Grow", doing: "growing" },
  pop: { name: "Pop", doing: "popping" },
  "spin-in": { name: "Spin", doing: "spinning" },
  drop: { name: "Drop and bounce", doing: "dropping" },
  "blur-in": { name: "Blur", doing: "coming into focus" },
  "type-on": { name: "Type", doing: "being typed" },
  strew: { name: "Strew", doing: "being strewn" },
  "draw-on": { name: "Draw", doing: "being drawn" },
  swing: { name: "Swing", doing: "swinging" },
  "level-rise": { name: "Fill up", doing: "filling up" },
  swell: { name: "Swell of light", doing: "swelling with light" },
  breathe: { name: "Breathe", doing: "breathing" },
  sway: { name: "Sway", doing: "swaying" },
  bob: { name: "Bob", doing: "bobbing" },
  gleam: { name: "Gleam", doing: "gleaming" },
  glitch: { name: "Glitch", doing: "glitching" },
  flicker: { name: "Flicker", doing: "flickering" },
};

export const phaseVerbs: Readonly<Record<Move["phase"], string>> = {
  arrive: "Arrives by",
  stay: "While it stays, it is",
  leave: "Leaves by",
};

export const phaseNames: Readonly<Record<Move["phase"], string>> = { arrive: "Arrive", stay: "Stay", leave: "Leave" };

const named: Readonly<Record<string, string>> = {
  linear: "evenly",
  ease: "easing gently",
  "ease-in": "easing in",
  "ease-out": "easing out",
  "ease-in-out": "easing in and out",
};

/** How a curve leaves the way between its ends, by its look; undefined when it keeps to it. */
function beyondEnds(ease: Ease): string | undefined {
  const at = prepareEase(ease);
  const values = Array.from({ length: 101 }, (_, i) => at(i / 100));
  const before = Math.min(...values) < -0.002;
  const after = Math.max(...values) > 1.002;
  if (before && after) return "drawing back, then overshooting";
  return before ? "drawing back first" : after ? "with a little overshoot" : undefined;
}

/** An ease in words: where it is slow. */
export function easeWords(ease: Ease): string {
  if (typeof ease === "string") return named[ease]!;
  switch (ease.kind) {
    case "cubic-bezier": {
      const { x1, y1, x2, y2 } = ease;
      const beyond = beyondEnds(ease);
      if (beyond) return beyond;
      const slowStart = x1 > y1 + 0.05;
      const slowEnd = y2 > x2 + 0.05;
      if (slowStart && slowEnd) return "easing in and out";
      if (slowStart) return "easing in";
      return y1 - x1 > 0.5 && slowEnd ? "easing out strongly" : slowEnd ? "easing out" : "evenly";
    }
    case "linear":
      return beyondEnds(ease) ?? "along its own line";
    case "steps":
      return ease.count === 1 ? "in one jump" : `in ${ease.count} jumps`;
    case "spring":
      return "springing";
  }
}
