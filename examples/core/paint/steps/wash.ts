import { cssColour } from "../ink";
import { definePainter } from "./define";

export const painter = definePainter<"wash">(({ box, colour }, context, { transform }) => {
  transform(context, [1, 0, 0, 1, 0, 0]);
  context.globalAlpha = 1;
  context.fillStyle = cssColour(colour);
  context.fillRect(box.x, box.y, box.width, box.height);
});
