import { mapBox } from "../../geometry/box";
import type { FillOp } from "../types";
import { defineStep } from "./define";
import { inkedTravel, writeInked } from "./inked";

const bounds = (op: FillOp) => mapBox(op.matrix, op.path.bounds);

export const step = defineStep<"fill">({
  bounds,
  write: (op, parts) => {
    writeInked(op, parts);
    parts.push(op.rule ?? "");
  },
  travelPx: (from, to) => inkedTravel(from, to, bounds),
});
