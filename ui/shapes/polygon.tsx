import { NumberRow } from "@/ui/bench/page/rows";
import { defineRows } from "./define";

export const rows = defineRows(({ layer }) => (
  <div className="row-pair">
    <NumberRow layer={layer} path="sides" label="Sides" unit="" min={3} max={64} />
    <NumberRow layer={layer} path="rounding" label="Rounding" unit="u" min={0} />
  </div>
));
