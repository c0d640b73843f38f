import { opBounds } from "../../sample/bounds";
import { LayerPainter, pixelsOf } from "../apart";
import { definePainter } from "./define";

export const painter = definePainter<"mean">((op, context, brush) => {
  const area = pixelsOf(opBounds(op), brush.bounds);
  if (area) new LayerPainter(brush.on(area)).mean(op, context, brush.bounds);
});
