import { NumberRow } from "@/ui/bench/page/rows";
import { defineRows } from "./define";

export const rows = defineRows(({ layer }) => (
  <>
    <NumberRow layer={layer} path="inner" label="Hole" unit="%" min={0} max={1} />
    <div className="row-pair">
      <NumberRow layer={layer} path="from" label="From" unit="°" />
      <NumberRow layer={layer} path="sweep" label="Runs" unit="°" min={-360} max={360} />
    </div>
  </>
));
