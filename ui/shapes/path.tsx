import { ChoiceRow, NumberRow, TextRow } from "@/ui/bench/page/rows";
import { defineRows } from "./define";

export const rows = defineRows(({ layer }) => (
  <>
    <TextRow layer={layer} path="d" label="Path data" lines={3} />
    <div className="row-pair">
      <NumberRow layer={layer} path="view.width" label="Drawn for" unit="" min={0.01} />
      <NumberRow layer={layer} path="view.height" label="by" unit="" min={0.01} />
    </div>
    <ChoiceRow
      layer={layer}
      path="fit"
      label="In its box"
      options={[
        ["stretch", "Stretched"],
        ["contain", "In proportion"],
      ]}
    />
  </>
));
