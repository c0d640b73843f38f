import type { Corner } from "@/core/document/corner";
import type { Layer } from "@/core/document/layer";
import { NumberBox } from "@/ui/bench/page/NumberBox";
import { ChoiceRow, NumberRow, Row } from "@/ui/bench/page/rows";
import { useProperty } from "@/ui/bench/page/use-property";
import { defineRows } from "./define";

const corners = ["Top left", "Top right", "Bottom right", "Bottom left"];

/** All four by one number; each of them below. */
function AllCorners({ layer }: { layer: Layer }) {
  const property = useProperty(layer, "corners", "Corners");
  const held = (property.value ?? []) as readonly Corner[];
  const [first] = held;
  const isOne = held.every(({ size }) => size === first?.size);
  return (
    <Row label="All corners" property={property} layer={layer}>
      <NumberBox
        label="All corners"
        value={isOne ? first?.size : undefined}
        placeholder="each"
        unit="u"
        min={0}
        max={1000}
        onChange={(size, merge) =>
          property.set(
            held.map((corner) => ({ ...corner, size })),
            merge,
          )
        }
      />
    </Row>
  );
}

export const rows = defineRows(({ layer }) => (
  <>
    <AllCorners layer={layer} />
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
