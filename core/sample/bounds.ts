import { emptyBox, growBox, intersectBox, isEmptyBox, mapBox, unionBox, type Box } from "../geometry/box";
import type { FinishOp, LayerOp, PaintOp } from "./types";

/** The pixels that paint steps can touch, as an upright box, not rounded. */
export function opsBounds(ops: readonly PaintOp[]): Box {
  let bounds = emptyBox;
  for (const op of ops) bounds = unionBox(bounds, opBounds(op));
  return bounds;
}

const known = new WeakMap<PaintOp, Box>();

export function opBounds(op: PaintOp): Box {
  let bounds = known.get(op);
  if (!bounds) known.set(op, (bounds = boundsOf(op)));
  return bounds;
}

function boundsOf(op: PaintOp): Box {
  switch (op.kind) {
    case "fill":
      return mapBox(op.matrix, op.path.bounds);
    case "stroke":
      // A miter may reach ten half widths beyond its corner; other joins and caps stay within one and a half.
      return mapBox(op.matrix, growBox(op.path.bounds, op.width * (op.join === "miter" ? 5 : 0.75)));
    case "picture":
      return mapBox(op.matrix, op.target);
    case "mean":
      return op.samples.reduce((all, ops) => unionBox(all, opsBounds(ops)), emptyBox);
    case "layer": {
      const own = layerBounds(op);
      return op.under.reduce((all, { dx, dy, soft }) => {
        const cast = growBox({ ...own, x: own.x + dx, y: own.y + dy }, blurReach(soft));
        return unionBox(all, isEmptyBox(own) ? emptyBox : cast);
      }, own);
    }
  }
}

/** Pixels that a layer step paints before its shadows. */
export function layerBounds(op: LayerOp): Box {
  let bounds = opsBounds(op.ops);
  if (isEmptyBox(bounds)) return emptyBox;
  bounds = growBox(bounds, blurReach(op.blur));
  for (const finish of op.finish) bounds = finishBounds(bounds, finish);
  for (const matte of op.mattes) if (matte.keep === "inside") bounds = intersectBox(bounds, opsBounds(matte.ops));
  return bounds;
}

/** How far a blur spreads before it is fainter than half a level. */
export const blurReach = (deviation: number): number => (deviation > 0 ? Math.ceil(deviation * 3) + 1 : 0);

/** How far what a layer step paints can come from what is seen of it: by its blur and its finishes. */
export const stepReach = (op: LayerOp): number =>
  blurReach(op.blur) + op.finish.reduce((sum, finish) => sum + Math.ceil(finishReach(finish)), 0);

function finishReach(finish: FinishOp): number {
  const none = { x: 0, y: 0, width: 1, height: 1 };
  const grown = finishBounds(none, finish);
  return Math.max(-grown.x, -grown.y);
}

function finishBounds(bounds: Box, finish: FinishOp): Box {
  switch (finish.kind) {
    case "grain":
      return bounds;
    case "glow":
      return growBox(bounds, blurReach(finish.radius));
    case "glitch": {
      const reach = finish.shift + finish.split + 1;
      return { ...bounds, x: bounds.x - reach, width: bounds.width + 2 * reach };
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
