import { mapBox } from "../../geometry/box";
import { defineStep } from "./define";
import { cornerTravel } from "./inked";

export const step = defineStep<"picture">({
  bounds: (op) => mapBox(op.matrix, op.target),
  write: (op, parts) => void parts.push(JSON.stringify(op)),
  rasters: (op) => [op.hash],
  travelPx: (from, to) => cornerTravel(from.matrix, to.matrix, from.target),
});
