import type { Box } from "../geometry/box";
import type { PaintOp, Picture } from "../sample/types";
import type { ContextLike, PaintHost } from "./canvas";
import type { Brush, StepPainter } from "./steps/define";
import { stepPainters } from "./steps/kinds";

/**
 * Paints a picture on a clear canvas whose top left is the pixel (bounds.x, bounds.y) of the format. The same calls
 * on the same bounds give the same bytes on every side.
 */
export function paint(picture: Picture, bounds: Box, context: ContextLike, host: PaintHost): void {
  brushOf(bounds, host).paint(picture.ops, context);
}

function brushOf(bounds: Box, host: PaintHost): Brush {
  const brush: Brush = {
    bounds,
    host,
    transform: (context, m) => context.setTransform(m[0], m[1], m[2], m[3], m[4] - bounds.x, m[5] - bounds.y),
    paint: (ops, context) => {
      for (const op of ops) painterOf(op)(op, context, brush);
    },
    on: (others) => brushOf(others, host),
  };
  return brush;
}

// The step and its painter belong together, which the table can't say.
const painterOf = ({ kind }: PaintOp) => stepPainters[kind] as unknown as StepPainter<PaintOp>;
