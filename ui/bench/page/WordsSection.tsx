"use client";
import type { Layer } from "@/core/document/layer";
import { assertNever } from "@/core/assert-never";
import { useBench } from "../store";
import { LengthBox } from "./LengthBox";
import { useBoxes } from "./PlaceSection";
import { PictureRows } from "./PictureRows";
import { PointsRow } from "./PointsRow";
import { ChoiceRow, NumberRow, Row, TextRow, ToggleRow, type Option } from "./rows";
import { StretchRows } from "./StretchRows";
import { useProperty } from "./use-property";

/** What a layer is: its words, its outline, or what it shows. */
export function WordsSection({ layer }: { layer: Layer }) {
  const heading =
    layer.kind === "text" ? "Words" : layer.kind === "picture" ? "Shows" : layer.kind === "group" ? "Group" : "Shape";
  return (
    <section className="leaf" aria-label={heading}>
      <h3 className="rubric">{heading}</h3>
      <Own layer={layer} />
    </section>
  );
}

function Own({ layer }: { layer: Layer }) {
  switch (layer.kind) {
    case "text":
      return <TextRows layer={layer} />;
    case "picture":
      return <PictureRows layer={layer} />;
    case "group":
      return <ToggleRow layer={layer} path="clip" label="Shows its layers only inside its box" />;
    case "rectangle":
      return <RectangleRows layer={layer} />;
    case "ellipse":
      return <ToggleRow layer={layer} path="round" label="Stays a circle" />;
    case "ring":
      return (
        <>
          <NumberRow layer={layer} path="inner" label="Hole" unit="%" min={0} max={1} />
          <div className="row-pair">
            <NumberRow layer={layer} path="from" label="From" unit="°" />
            <NumberRow layer={layer} path="sweep" label="Runs" unit="°" min={-360} max={360} />
          </div>
        </>
      );
    case "line":
      return (
        <>
          <PointsRow layer={layer} />
          <ToggleRow layer={layer} path="closed" label="Closed" />
          <NumberRow layer={layer} path="rounding" label="Rounding" unit="u" min={0} />
        </>
      );
    case "polygon":
      return (
        <div className="row-pair">
          <NumberRow layer={layer} path="sides" label="Sides" unit="" min={3} max={64} />
          <NumberRow layer={layer} path="rounding" label="Rounding" unit="u" min={0} />
        </div>
      );
    case "star":
      return (
        <>
          <div className="row-pair">
            <NumberRow layer={layer} path="points" label="Points" unit="" min={3} max={64} />
            <NumberRow layer={layer} path="inner" label="Inner" unit="%" min={0} max={1} />
          </div>
          <NumberRow layer={layer} path="rounding" label="Rounding" unit="u" min={0} />
        </>
      );
    case "path":
      return (
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
      );
    default:
      return assertNever(layer);
  }
}

const corners = ["Top left", "Top right", "Bottom right", "Bottom left"];

function RectangleRows({ layer }: { layer: Layer }) {
  return (
    <>
      <div className="corners">
        {corners.map((name, i) => (
          <div key={name} className="corners__one">
            <NumberRow layer={layer} path={`corners.${i}.size`} label={name} unit="u" min={0} />
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
      <NumberRow layer={layer} path="slant" label="Slant" unit="°" min={-75} max={75} />
    </>
  );
}

function TextRows({ layer }: { layer: Extract<Layer, { kind: "text" }> }) {
  const house = useBench((state) => state.house);
  const boxes = useBoxes(layer);
  const type = house.types.find(({ id }) => id === layer.setting.type)?.style;
  const maxWidth = useProperty(layer, "setting.maxWidth", "Widest");
  const types: Option[] = house.types.map(({ id, name }) => [id, name]);
  return (
    <>
      <TextRow layer={layer} path="text" label="Text" lines={2} />
      <ChoiceRow layer={layer} path="setting.type" label="Type style" options={types} />
      <div className="row-pair">
        <NumberRow
          layer={layer}
          path="setting.size"
          label="Size"
          unit="u"
          min={0.5}
          max={200}
          placeholder={String(type?.size ?? "")}
        />
        <NumberRow
          layer={layer}
          path="setting.weight"
          label="Weight"
          unit=""
          min={100}
          max={900}
          step={100}
          placeholder={String(type?.weight ?? "")}
        />
      </div>
      <ChoiceRow
        layer={layer}
        path="setting.align"
        label="Lines"
        options={[
          ["start", "Start"],
          ["centre", "Centre"],
          ["end", "End"],
        ]}
      />
      <LengthBox
        label="Widest"
        short="Widest"
        value={maxWidth.value as never}
        boxes={boxes}
        onChange={(value, merge) => maxWidth.set(value, merge)}
      />
      <div className="row-pair">
        <NumberRow layer={layer} path="setting.maxLines" label="Lines at most" unit="" min={1} max={20} />
        <NumberRow layer={layer} path="setting.shrinkTo" label="Shrinks to" unit="u" min={0} placeholder="no" />
      </div>
      <details className="leaf__more">
        <summary>Tracking, leading, case, figures</summary>
        <div className="row-pair">
          <NumberRow
            layer={layer}
            path="setting.tracking"
            label="Tracking"
            unit=""
            min={-20}
            max={100}
            placeholder={String(type?.tracking ?? "")}
          />
          <NumberRow
            layer={layer}
            path="setting.leading"
            label="Leading"
            unit="×"
            min={0.5}
            max={4}
            placeholder={String(type?.leading ?? "")}
          />
        </div>
        <ChoiceRow
          layer={layer}
          path="setting.case"
          label="Case"
          options={[
            ["as-typed", "As typed"],
            ["upper", "Capitals"],
            ["lower", "Small letters"],
            ["title", "First letters"],
          ]}
        />
        <ChoiceRow
          layer={layer}
          path="setting.figures"
          label="Figures"
          options={[
            ["as-drawn", "As drawn"],
            ["tabular", "Equally wide"],
          ]}
        />
        <Italic layer={layer} />
      </details>
      <StretchRows layer={layer} />
    </>
  );
}

function Italic({ layer }: { layer: Layer }) {
  const property = useProperty(layer, "setting.italic", "Italic");
  return (
    <Row label="Italic" property={property} layer={layer}>
      <input
        type="checkbox"
        className="form-check-input"
        aria-label="Italic"
        checked={property.value === true}
        onChange={(event) => property.set(event.target.checked ? true : undefined)}
      />
    </Row>
  );
}
