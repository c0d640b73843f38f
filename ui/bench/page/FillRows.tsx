"use client";
import { DashCircle, PlusCircle } from "react-bootstrap-icons";
import type { Fill } from "@/core/document/colour";
import type { Layer } from "@/core/document/layer";
import { AnchorPad } from "./anchors";
import { ColourBox } from "./ColourBox";
import { NumberBox } from "./NumberBox";
import { Choice, ColourRow, Row, type Option } from "./rows";
import { useProperty } from "./use-property";

const kinds: readonly Option[] = [
  ["plain", "Plain"],
  ["linear", "Linear"],
  ["radial", "Radial"],
  ["conic", "Conic"],
];

/** Changes the kind and keeps the colours. */
function turned(fill: Fill, kind: string): Fill {
  const first = fill.kind === "plain" ? fill.colour : fill.stops[0]!.colour;
  if (kind === "plain") return { kind: "plain", colour: first };
  const stops =
    fill.kind === "plain"
      ? [
          { at: 0, colour: first },
          { at: 1, colour: "#00000000" },
        ]
      : fill.stops;
  if (kind === "linear") return { kind: "linear", angle: 90, stops };
  const centre = { x: 0.5, y: 0.5 };
  return kind === "radial"
    ? { kind: "radial", centre, radius: 0.5, stops }
    : { kind: "conic", centre, angle: 0, stops };
}

/** What fills an outline: one colour, or one of three gradients with their stops. */
export function FillRows({ layer, path, label }: { layer: Layer; path: string; label: string }) {
  const property = useProperty(layer, path, label);
  const fill = property.value as Fill;
  const gradient = fill.kind === "plain" ? undefined : fill;
  const stop = (i: number, part: object, merge?: boolean) =>
    gradient &&
    property.set({ ...gradient, stops: gradient.stops.map((s, j) => (j === i ? { ...s, ...part } : s)) }, merge);
  return (
    <>
      {fill.kind === "plain" && <ColourRow layer={layer} path={`${path}.colour`} label={label} />}
      <Row label={gradient ? label : ""} {...(gradient ? { property, layer } : {})}>
        <Choice
          label={`${label}: kind`}
          value={fill.kind}
          options={kinds}
          onChange={(kind) => property.set(turned(fill, kind))}
        />
      </Row>
      {gradient?.stops.map(({ at, colour }, i) => (
        <Row key={i} label={`Stop ${i + 1}`}>
          <ColourBox
            value={colour}
            label={`Stop ${i + 1}`}
            layer={layer}
            onChange={(c, merge) => stop(i, { colour: c }, merge)}
          />
          <NumberBox
            value={at}
            unit="%"
            min={0}
            max={1}
            label={`Stop ${i + 1}: place`}
            onChange={(share, merge) => stop(i, { at: share }, merge)}
          />
          {gradient.stops.length > 2 && (
            <button
              type="button"
              className="small-button"
              title="Take this stop away"
              onClick={() => property.set({ ...gradient, stops: gradient.stops.filter((_, j) => j !== i) })}
            >
              <DashCircle aria-hidden /> <span className="visually-hidden">Take stop {i + 1} away</span>
            </button>
          )}
        </Row>
      ))}
      {gradient && (
        <Row label="">
          <button
            type="button"
            className="small-button"
            disabled={gradient.stops.length >= 16}
            onClick={() =>
              property.set({
                ...gradient,
                stops: [...gradient.stops, { at: 1, colour: gradient.stops[gradient.stops.length - 1]!.colour }],
              })
            }
          >
            <PlusCircle aria-hidden /> Stop
          </button>
          {gradient.kind !== "radial" && (
            <NumberBox
              value={gradient.angle}
              unit="°"
              min={-360}
              max={360}
              label={`${label}: angle`}
              onChange={(angle, m) => property.set({ ...gradient, angle }, m)}
            />
          )}
          {gradient.kind === "radial" && (
            <NumberBox
              value={gradient.radius}
              unit="%"
              min={0.01}
              label={`${label}: radius`}
              onChange={(radius, m) => property.set({ ...gradient, radius }, m)}
            />
          )}
          {gradient.kind !== "linear" && (
            <AnchorPad
              value={gradient.centre}
              label={`${label}: centre`}
              onChange={(centre) => property.set({ ...gradient, centre })}
            />
          )}
        </Row>
      )}
    </>
  );
}
