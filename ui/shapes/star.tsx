import { NumberRow } from "@/ui/bench/page/rows";
import { defineRows } from "./define";

export const rows = defineRows(({ layer }) => (
  <>
    <div className="row-pair">
      <NumberRow layer={layer} path="points" />
      <NumberRow layer={layer} path="inner" />
    </div>
    <NumberRow layer={layer} path="rounding" />
  </>
));
