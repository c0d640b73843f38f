import { ChoiceRow, NumberRow } from "@/ui/bench/page/rows";
import { defineRows } from "./define";

const corners = ["Top left", "Top right", "Bottom right", "Bottom left"];

export const rows = defineRows(({ layer }) => (
  <>
    <div className="corners d-grid">
      {corners.map((name, i) => (
        <div key={name} className="corners__one align-items-center d-flex gap-8">
          <NumberRow layer={layer} path={`corners.${i}.size`} />
          <ChoiceRow
            layer={layer}
            path={`corners.${i}.style`}
            label=""
            options={[
              ["round", "Round"],
              ["cut", "Cut"],
            ]}
          />
        </div>
      ))}
    </div>
    <NumberRow layer={layer} path="slant" />
  </>
));
