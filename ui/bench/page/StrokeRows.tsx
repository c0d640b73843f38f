"use client";
import type { Layer } from "@/core/document/layer";
import { FillRows } from "./FillRows";
import { ChoiceRow, NumberRow, Row } from "./rows";
import { useProperty } from "./use-property";

/** The line along an outline: width, side, ends, dashes, and which part of it is drawn. */
export function StrokeRows({ layer }: { layer: Layer }) {
  return (
    <>
      <NumberRow layer={layer} path="stroke.width" />
      <FillRows layer={layer} path="stroke.fill" label="Colour" />
      <ChoiceRow
        layer={layer}
        path="stroke.side"
        options={[
          ["inside", "Inside"],
          ["centre", "Along"],
          ["outside", "Outside"],
        ]}
      />
      <details className="leaf__more">
        <summary>Ends, corners, dashes, drawn part</summary>
        <ChoiceRow
          layer={layer}
          path="stroke.cap"
          options={[
            ["butt", "Cut"],
            ["round", "Round"],
            ["square", "Square"],
          ]}
        />
        <ChoiceRow
          layer={layer}
          path="stroke.join"
          options={[
            ["miter", "Pointed"],
            ["round", "Round"],
            ["bevel", "Cut off"],
          ]}
        />
        <Dashes layer={layer} />
        <div className="row-pair">
          <NumberRow layer={layer} path="stroke.from" />
          <NumberRow layer={layer} path="stroke.to" />
        </div>
      </details>
    </>
  );
}

function Dashes({ layer }: { layer: Layer }) {
  const property = useProperty(layer, "stroke.dash", "Dashes");
  const dash = (property.value ?? []) as number[];
  return (
    <>
      <Row label="Dashes" property={property}>
        <input
          key={dash.join(" ")}
          type="text"
          className="form-control form-control-sm figures"
          aria-label="Lengths of dashes and gaps in u, with spaces"
          placeholder="none; 2 1 is two u and a gap of one"
          defaultValue={dash.join(" ")}
          onBlur={(event) => {
            const lengths = event.target.value
              .split(/[\s;]+/)
              .filter(Boolean)
              .map((part) => Number(part.replace(",", ".")));
            property.set(lengths.filter((length) => Number.isFinite(length) && length >= 0));
          }}
        />
      </Row>
      {dash.length > 0 && <NumberRow layer={layer} path="stroke.dashOffset" />}
    </>
  );
}
