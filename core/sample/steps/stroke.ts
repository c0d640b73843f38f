import { growBox, mapBox } from "../../geometry/box";
import type { StrokeOp } from "../types";
import { defineStep } from "./define";
import { inkedTravel, writeInked } from "./inked";

// A miter may reach ten half widths beyond its corner; other joins and caps stay within one and a half.
const bounds = (op: StrokeOp) =>
  mapBox(op.matrix, growBox(op.path.bounds, op.width * (op.join === "miter" ? 5 : 0.75)));

export const step = defineStep<"stroke">({
  bounds,
  write: (op, parts) => {
    writeInked(op, parts);
    parts.push(`${op.width},${op.cap},${op.join},${op.dash.join(" ")},${op.dashOffset}`);
  },
  travelPx: (from, to) => inkedTravel(from, to, bounds),
});
