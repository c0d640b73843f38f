import { emptyBox, intersectBox, isEmptyBox, mapBox, unionBox, type Box } from "../geometry/box";
import type { PaintOp } from "./types";

/** The pixels that paint steps can touch, as an upright box, not rounded. */
export function opsBounds(ops: readonly PaintOp[]): Box {
  let bounds = emptyBox;
  for (const op of ops) bounds = unionBox(bounds, opBounds(op));
  return bounds;
}

function opBounds(op: PaintOp): Box {
  switch (op.kind) {
    case "fill":
      return mapBox(op.matrix, op.path.bounds);
    case "picture":
      return mapBox(op.matrix, op.box);
    case "blend":
      return opsBounds(op.ops);
    case "clip": {
      let bounds = opsBounds(op.ops);
      for (const clip of op.clips) bounds = intersectBox(bounds, mapBox(clip.matrix, clip.path.bounds));
      return bounds;
    }
  }
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
