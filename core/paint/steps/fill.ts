import { hostPath, inkOf } from "../ink";
import { definePainter } from "./define";

export const painter = definePainter<"fill">((op, context, { transform, host }) => {
  transform(context, op.matrix);
  context.globalAlpha = op.opacity;
  context.fillStyle = inkOf(op.fill, op.box, context);
  context.fill(hostPath(op.path, host) as never, op.rule ?? "nonzero");
});
