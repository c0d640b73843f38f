import type { Box } from "../geometry/box";

/** A line that something has snapped to, in u, and how far it was moved for it. */
export interface SnapLine {
  readonly axis: "x" | "y";
  readonly at: number;
  readonly from: number;
  readonly to: number;
}

export interface Snapped {
  readonly dx: number;
  readonly dy: number;
  readonly lines: readonly SnapLine[];
}

const sides = { x: "width", y: "height" } as const;
const edgesOf = (box: Box, axis: "x" | "y"): number[] => [
  box[axis],
  box[axis] + box[sides[axis]] / 2,
  box[axis] + box[sides[axis]],
];

/** Moves a box by up to `reachU` so that an edge or its middle meets one of another box; nearest first. */
export function snap(moved: Box, others: readonly Box[], reachU: number): Snapped {
  const lines: SnapLine[] = [];
  const along = (axis: "x" | "y"): number => {
    let best: { shift: number; at: number; other: Box } | undefined;
    for (const other of others) {
      for (const at of edgesOf(other, axis)) {
        for (const own of edgesOf(moved, axis)) {
          const shift = at - own;
          if (Math.abs(shift) > reachU || (best && Math.abs(shift) >= Math.abs(best.shift))) continue;
          best = { shift, at, other };
        }
      }
    }
    if (!best) return 0;
    const cross = axis === "x" ? "y" : "x";
    const side = sides[cross];
    const from = Math.min(moved[cross], best.other[cross]);
    const to = Math.max(moved[cross] + moved[side], best.other[cross] + best.other[side]);
    lines.push({ axis, at: best.at, from, to });
    return best.shift;
  };
  const dx = along("x");
  const dy = along("y");
  return { dx, dy, lines };
}
