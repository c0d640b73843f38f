import { NumberRow } from "@/ui/bench/page/rows";
import { defineRows } from "./define";

export const rows = defineRows(({ layer }) => (
  <>
    <div className="row-pair">
      <NumberRow layer={layer} path="points" label="Points" unit="" min={3} max={64} />
      <NumberRow layer={layer} path="inner" label="Inner" unit="%" min={0} max={1} />
    </div>
    <NumberRow layer={layer} path="rounding" label="Rounding" unit="u" min={0} />
  </>
));
