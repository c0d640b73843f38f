"use client";
import type { Layer } from "@/core/document/layer";
import { Row } from "./rows";
import { useProperty } from "./use-property";

/** The corners of a line in per cent of its box, as pairs: `0 50; 100 50`. */
export function PointsRow({ layer }: { layer: Layer }) {
  const property = useProperty(layer, "points", "Corners");
  const points = property.value as { x: number; y: number }[];
  const text = points.map(({ x, y }) => `${Math.round(x * 1000) / 10} ${Math.round(y * 1000) / 10}`).join("; ");
  const take = (typed: string) => {
    const read = typed
      .split(";")
      .map((pair) =>
        pair
          .trim()
          .split(/\s+/)
          .map((part) => Number(part.replace(",", "."))),
      )
      .filter((pair) => pair.length === 2 && pair.every(Number.isFinite))
      .map(([x, y]) => ({ x: x! / 100, y: y! / 100 }));
    property.set(read);
  };
  return (
    <Row label="Corners" property={property} layer={layer}>
      <textarea
        key={text}
        rows={2}
        className="form-control form-control-sm figures"
        aria-label="Corners in per cent of the box: across and down, with semicolons between"
        defaultValue={text}
        onBlur={(event) => event.target.value !== text && take(event.target.value)}
      />
    </Row>
  );
}
