import type { BoundFill } from "../bind/types";
import type { Box } from "../geometry/box";
import type { Matrix } from "../geometry/matrix";
import type { DrawnShape } from "../layout/types";
import { fillOp } from "./steps";
import { layerOp, type FillOp, type PaintOp } from "./types";

const ruled = (op: FillOp, rule: "nonzero" | "evenodd"): FillOp => (rule === "evenodd" ? { ...op, rule } : op);

/** Paint steps of a drawing's shapes; `matrix` maps the drawing's own unit to pixels. */
export function drawingOps(shapes: readonly DrawnShape[], matrix: Matrix, area: Box): PaintOp[] {
  return shapes.flatMap((shape): PaintOp[] => {
    const op = inkOf(shape, matrix, area);
    if (shape.mattes.length === 0) return [op];
    const mattes = shape.mattes.map(({ keep, shapes: cut }) => ({
      keep,
      ops: cut.map(({ path, rule, alpha }) => ({ ...ruled(fillOp(path, matrix, area), rule), opacity: alpha })),
    }));
    return [layerOp([op], { mattes })];
  });
}

/** The same in black, for what shows only inside or outside the drawing. */
export const drawingSilhouette = (shapes: readonly DrawnShape[], matrix: Matrix, area: Box): PaintOp[] =>
  drawingOps(
    shapes.map((shape) => ({ ...shape, colour: { r: 0, g: 0, b: 0, a: 1 } })),
    matrix,
    area,
  );

function inkOf({ path, colour, rule, stroke }: DrawnShape, matrix: Matrix, area: Box): PaintOp {
  const fill: BoundFill = { kind: "plain", colour };
  if (!stroke) return ruled(fillOp(path, matrix, area, fill), rule);
  return { kind: "stroke", path, matrix, fill, box: area, opacity: 1, ...stroke, dashOffset: 0 };
}
