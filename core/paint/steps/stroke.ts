import { hostPath, inkOf } from "../ink";
import { definePainter } from "./define";

export const painter = definePainter<"stroke">((op, context, { transform, host }) => {
  transform(context, op.matrix);
  context.globalAlpha = op.opacity;
  context.strokeStyle = inkOf(op.fill, op.box, context);
  context.lineWidth = op.width;
  context.lineCap = op.cap;
  context.lineJoin = op.join;
  context.miterLimit = 10;
  context.setLineDash([...op.dash]);
  context.lineDashOffset = op.dashOffset;
  context.stroke(hostPath(op.path, host) as never);
});
