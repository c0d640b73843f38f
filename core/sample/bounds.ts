import { emptyBox, isEmptyBox, unionBox, type Box } from "../geometry/box";
import { factsOfStep } from "./step-facts";
import type { PaintOp } from "./types";

/** The pixels that paint steps can touch, as an upright box, not rounded. */
export function opsBounds(ops: readonly PaintOp[]): Box {
  let bounds = emptyBox;
  for (const op of ops) bounds = unionBox(bounds, opBounds(op));
  return bounds;
}

/** Of steps that hold others, which are asked again and again by what is around them. */
const known = new WeakMap<PaintOp, Box>();

export function opBounds(op: PaintOp): Box {
  if (op.kind !== "layer" && op.kind !== "mean") return factsOfStep(op).bounds(op, opsBounds);
  let bounds = known.get(op);
  if (!bounds) known.set(op, (bounds = factsOfStep(op).bounds(op, opsBounds)));
  return bounds;
}

/** Whole, even pixels inside the format around a box, with a pixel for soft edges; the smallest is 2 × 2. */
export function pixelBounds(box: Box, format: { width: number; height: number }): Box {
  if (isEmptyBox(box)) return { x: 0, y: 0, width: 2, height: 2 };
  const down = (value: number, side: number) => Math.min(side - 2, Math.max(0, 2 * Math.floor((value - 1) / 2)));
  const up = (value: number, side: number) => Math.min(side, Math.max(2, 2 * Math.ceil((value + 1) / 2)));
  const x = down(box.x, format.width);
  const y = down(box.y, format.height);
  return {
    x,
    y,
    width: Math.max(2, up(box.x + box.width, format.width) - x),
    height: Math.max(2, up(box.y + box.height, format.height) - y),
  };
}
