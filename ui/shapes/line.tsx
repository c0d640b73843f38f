import { PointsRow } from "@/ui/bench/page/PointsRow";
import { NumberRow, ToggleRow } from "@/ui/bench/page/rows";
import { defineRows } from "./define";

export const rows = defineRows(({ layer }) => (
  <>
    <PointsRow layer={layer} />
    <ToggleRow layer={layer} path="closed" />
    <NumberRow layer={layer} path="rounding" />
  </>
));
