import { NumberRow } from "@/ui/bench/page/rows";
import { defineRows } from "./define";

export const rows = defineRows(({ layer }) => (
  <div className="row-pair">
    <NumberRow layer={layer} path="head" label="Head" unit="%" min={0} max={1} />
    <NumberRow layer={layer} path="shaft" label="Shaft" unit="%" min={0} max={1} />
  </div>
));
