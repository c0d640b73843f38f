import { ChoiceRow, NumberRow, TextRow } from "@/ui/bench/page/rows";
import { defineRows } from "./define";

export const rows = defineRows(({ layer }) => (
  <>
    <TextRow layer={layer} path="d" lines={3} />
    <div className="row-pair">
      <NumberRow layer={layer} path="view.width" />
      <NumberRow layer={layer} path="view.height" />
    </div>
    <ChoiceRow
      layer={layer}
      path="fit"
      options={[
        ["stretch", "Stretched"],
        ["contain", "In proportion"],
      ]}
    />
  </>
));
