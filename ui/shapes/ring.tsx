import { NumberRow } from "@/ui/bench/page/rows";
import { defineRows } from "./define";

export const rows = defineRows(({ layer }) => (
  <>
    <NumberRow layer={layer} path="inner" />
    <div className="row-pair">
      <NumberRow layer={layer} path="from" />
      <NumberRow layer={layer} path="sweep" />
    </div>
  </>
));
