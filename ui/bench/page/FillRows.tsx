"use client";
import { gradientFacts } from "@/core/facts/layer-parts";
import { DashCircle, PlusCircle } from "react-bootstrap-icons";
import type { Fill } from "@/core/document/colour";
import type { Layer } from "@/core/document/layer";
import { useBench } from "../store";
import { AnchorPad } from "./anchors";
import { ColourBox } from "./ColourBox";
import { NumberBox } from "./NumberBox";
import { fillOfKind, type FillKind } from "@/core/edit/fill-kinds";
import { Choice, ColourRow, Row, type Option } from "./rows";
import { useProperty } from "./use-property";

const kinds: readonly Option[] = [
  ["plain", "Solid"],
  ["linear", "Linear gradient"],
  ["radial", "Radial gradient"],
  ["conic", "Conic gradient"],
];

/** What fills an outline: one colour, or one of three gradients with their stops. */
export function FillRows({ layer, path, label }: { layer: Layer; path: string; label: string }) {
  const property = useProperty(layer, path, label);
  const house = useBench((state) => state.house);
  const fill = property.value as Fill;
  const gradient = fill.kind === "plain" ? undefined : fill;
  const stop = (i: number, part: object, merge?: boolean) =>
    gradient &&
    property.set({ ...gradient, stops: gradient.stops.map((s, j) => (j === i ? { ...s, ...part } : s)) }, merge);
  return (
    <>
      {fill.kind === "plain" && <ColourRow layer={layer} path={`${path}.colour`} label={label} />}
      <Row label={gradient ? label : ""} help={gradientFacts.kind.help} {...(gradient ? { property, layer } : {})}>
        <Choice
          label={`${label}: kind`}
          value={fill.kind}
          options={kinds}
          onChange={(kind) => property.set(fillOfKind(fill, kind as FillKind, house))}
        />
      </Row>
      {gradient?.stops.map(({ at, colour }, i) => (
        <Row key={i} label={`Stop ${i + 1}`} help={gradientFacts.stop.help}>
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
              title="Remove this stop"
              onClick={() => property.set({ ...gradient, stops: gradient.stops.filter((_, j) => j !== i) })}
            >
              <DashCircle aria-hidden /> <span className="visually-hidden">Remove stop {i + 1}</span>
            </button>
          )}
        </Row>
      ))}
      {gradient && (
        <Row help={gradientFacts.shape.help}>
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
