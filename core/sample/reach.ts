import { emptyBox, growBox, intersectBox, isEmptyBox, type Box } from "../geometry/box";
import type { FinishOp, LayerOp, PaintOp } from "./types";

/** Pixels that a layer step paints before its shadows. */
export function layerBounds(op: LayerOp, boundsOf: (ops: readonly PaintOp[]) => Box): Box {
  let bounds = boundsOf(op.ops);
  if (isEmptyBox(bounds)) return emptyBox;
  bounds = growBox(bounds, blurReach(op.blur));
  for (const finish of op.finish) bounds = finishBounds(bounds, finish);
  for (const matte of op.mattes) if (matte.keep === "inside") bounds = intersectBox(bounds, boundsOf(matte.ops));
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
