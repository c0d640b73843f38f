import { growBox, unionBox } from "../../geometry/box";
import { opsBounds } from "../../sample/bounds";
import { blurReach, layerBounds, stepReach } from "../../sample/reach";
import { LayerPainter, pixelsOf } from "../apart";
import { definePainter } from "./define";

/**
 * Painted apart, changed as one, laid on what is below. Every soft edge is a matte of its own: the two canvases
 * differ by some levels where they clip a path by a path, and agree where they lay one picture into another.
 */
export const painter = definePainter<"layer">((op, context, brush) => {
  // What stands outside may cast a shadow inside.
  const needed = op.under.reduce(
    (all, { dx, dy, soft }) =>
      unionBox(all, growBox({ ...brush.bounds, x: brush.bounds.x - dx, y: brush.bounds.y - dy }, blurReach(soft))),
    brush.bounds,
  );
  const seen = pixelsOf(layerBounds(op, opsBounds), needed);
  if (!seen) return;
  // Everything that a blur or finish may bring into view is painted, and only then cut.
  const reach = stepReach(op);
  const painted = reach > 0 ? pixelsOf(growBox(opsBounds(op.ops), reach), growBox(seen, reach)) : seen;
  if (painted) new LayerPainter(brush.on(painted)).lay(op, context, brush.bounds, seen);
});
