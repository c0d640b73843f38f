import { NumberRow } from "@/ui/bench/page/rows";
import { defineRows } from "./define";

export const rows = defineRows(({ layer }) => (
  <div className="row-pair">
    <NumberRow layer={layer} path="sides" />
    <NumberRow layer={layer} path="rounding" />
  </div>
));
