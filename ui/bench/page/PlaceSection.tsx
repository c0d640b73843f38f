"use client";
import { sizeFacts } from "@/core/facts/layer-parts";
import { Crosshair } from "react-bootstrap-icons";
import type { Layer } from "@/core/document/layer";
import type { Axis, Place, SizeAxis } from "@/core/document/place";
import { useBench, useBenchStore } from "../store";
import { Around } from "./AroundRows";
import { AnchorPad, pointName } from "./anchors";
import { LengthBox } from "./LengthBox";
import { NumberBox } from "./NumberBox";
import { Choice, NumberRow, Row, type Option } from "./rows";
import { measureAs, putOnPoint, standOn } from "@/core/edit/remeasure";
import { useProperty } from "./use-property";
import { useRemeasure } from "./use-remeasure";

const areas: readonly Option[] = [
  ["format", "the format"],
  ["title-safe", "the title-safe area"],
  ["action-safe", "the action-safe area"],
  ["clear", "the clear area"],
];

/** Boxes that a layer may be measured against, with their names. */
export function useBoxes(layer: Layer): readonly Option[] {
  const layers = useBench((state) => state.document.layers);
  const group = layer.in === undefined ? [] : [["group", "its group"] as const];
  return [...areas, ...group, ...layers.filter(({ id }) => id !== layer.id).map(({ id, name }) => [id, name] as const)];
}

/** Where a layer stands and how large it is. */
export function PlaceSection({ layer }: { layer: Layer }) {
  return (
    <section className="leaf" aria-label="Place">
      <h3 className="rubric">Place</h3>
      <Standing layer={layer} />
      <SizeRow layer={layer} axis="width" />
      <SizeRow layer={layer} axis="height" />
      <div className="row-pair">
        <NumberRow layer={layer} path="turn" />
        <NumberRow layer={layer} path="scale" />
      </div>
      <Pivot layer={layer} />
    </section>
  );
}

function Standing({ layer }: { layer: Layer }) {
  const property = useProperty(layer, "place", "Place");
  const store = useBenchStore();
  const { change } = useRemeasure(layer, "Place");
  const boxes = useBoxes(layer);
  const place = property.value as Place;
  const name = boxes.find(([id]) => id === place.on)?.[1] ?? place.on;
  const derived = (["width", "height"] as const).filter((axis) => layer[axis].kind === "around");
  if (derived.length === 2) {
    return <p className="leaf__say">Its place follows from the layers that it fits around.</p>;
  }
  // Another relation holds in all formats alike: what is shown stays where it is, the others stand in the same way.
  const stand = (part: Partial<Place>) =>
    change((draft, id, seen) => standOn(draft, id, part, { ...seen, formats: seen.formats.slice(0, 1) }));
  const point = () =>
    store.getState().show({
      pointing: {
        ask: `Pick the layer to which “${layer.name}” is anchored`,
        take: (on) => on !== layer.id && stand({ on }),
      },
    });
  return (
    <>
      <Row label="Anchored to" property={property} layer={layer}>
        <select
          className="form-select form-select-sm"
          aria-label="Anchored to"
          value={place.on}
          onChange={(event) => stand({ on: event.target.value })}
        >
          {boxes.map(([id, label]) => (
            <option key={id} value={id}>
              {label}
            </option>
          ))}
        </select>
        <button type="button" className="small-button" onClick={point} title="Pick a layer on the stage">
          <Crosshair aria-hidden /> <span className="visually-hidden">Pick</span>
        </button>
      </Row>
      <div className="standing align-items-center d-grid gap-10 my-4 mx-0">
        <AnchorPad value={place.at} label="Anchor point of this layer" onChange={(at) => stand({ at })} />
        <p>
          Its <b>{pointName(place.at)}</b> on the <b>{pointName(place.from)}</b> of {name}
        </p>
        <AnchorPad
          value={place.from}
          label={`Point of ${name}`}
          onChange={(from) => change((draft, id, seen) => putOnPoint(draft, id, from, seen))}
        />
      </div>
      <div className="row-pair">
        <NumberRow layer={layer} path="place.dx" />
        <NumberRow layer={layer} path="place.dy" />
      </div>
    </>
  );
}

const sizeKinds: readonly Option[] = [
  ["fixed", "in u"],
  ["share", "share of"],
  ["natural", "as needed"],
  ["ratio", "by the other side"],
  ["around", "around"],
];

function SizeRow({ layer, axis }: { layer: Layer; axis: Axis }) {
  const label = axis === "width" ? "Width" : "Height";
  const property = useProperty(layer, axis, label);
  const boxes = useBoxes(layer);
  const others = useBench((state) => state.document.layers).filter(({ id }) => id !== layer.id);
  const size = property.value as SizeAxis;
  const natural = layer.kind === "text" || layer.kind === "picture";
  const kinds = sizeKinds.filter(
    ([kind]) => (kind !== "natural" || natural) && (kind !== "around" || others.length > 0),
  );
  const { change } = useRemeasure(layer, label);
  const first = others.find(({ kind }) => kind === "text")?.id ?? others[0]?.id;
  return (
    <>
      <Row label={label} property={property} layer={layer}>
        <select
          className="form-select form-select-sm size-kind"
          aria-label={`${label}: how`}
          value={size.kind}
          onChange={(event) => {
            const kind = event.target.value as SizeAxis["kind"];
            const of = kind === "share" ? "format" : (first ?? layer.id);
            change((draft, id, seen) => measureAs(draft, id, axis, kind, of, seen));
          }}
        >
          {kinds.map(([kind, name]) => (
            <option key={kind} value={kind}>
              {name}
            </option>
          ))}
        </select>
        {size.kind === "fixed" && (
          <NumberBox
            value={size.u}
            unit="u"
            min={0}
            max={1000}
            label={label}
            onChange={(u, m) => property.set({ ...size, u }, m)}
          />
        )}
        {size.kind === "ratio" && (
          <NumberBox
            value={size.ratio}
            unit="×"
            min={0.001}
            label={`${label} divided by the other side`}
            onChange={(ratio, m) => property.set({ ...size, ratio }, m)}
          />
        )}
        {size.kind === "share" && (
          <NumberBox
            value={size.share}
            unit="%"
            min={0}
            label={`${label}: share`}
            onChange={(share, m) => property.set({ ...size, share }, m)}
          />
        )}
      </Row>
      {size.kind === "share" && (
        <Row help={sizeFacts.share.help}>
          <Choice
            label={`${label}: share of`}
            value={size.of}
            options={boxes}
            onChange={(of) => change((draft, id, seen) => measureAs(draft, id, axis, "share", of, seen))}
          />
          <NumberBox
            value={size.plus}
            unit="u"
            label={`${label}: plus`}
            onChange={(plus, m) => property.set({ ...size, plus }, m)}
          />
        </Row>
      )}
      {size.kind === "around" && <Around layer={layer} axis={axis} size={size} set={property.set} />}
      <Limits axis={axis} size={size} set={property.set} boxes={boxes} />
    </>
  );
}

function Limits({
  axis,
  size,
  set,
  boxes,
}: {
  axis: Axis;
  size: SizeAxis;
  set: (value: unknown, merge?: boolean) => void;
  boxes: readonly Option[];
}) {
  const what = axis === "width" ? "Width" : "Height";
  const used = size.min !== undefined || size.max !== undefined;
  return (
    <details className="leaf__more" open={used}>
      <summary>At least, at most</summary>
      {(["min", "max"] as const).map((end) => (
        <LengthBox
          key={end}
          label={`${what}: ${end === "min" ? "at least" : "at most"}`}
          short={sizeFacts[end].label}
          help={sizeFacts[end].help}
          value={size[end]}
          boxes={boxes}
          onChange={(value, merge) => {
            const { [end]: _, ...rest } = size;
            set(value === undefined ? rest : { ...rest, [end]: value }, merge);
          }}
        />
      ))}
    </details>
  );
}

function Pivot({ layer }: { layer: Layer }) {
  const property = useProperty(layer, "pivot", "Rotates around");
  const value = property.value as { x: number; y: number };
  return (
    <details className="leaf__more">
      <summary>Rotates around its {pointName(value)}</summary>
      <AnchorPad value={value} label="Rotates around" onChange={(pivot) => property.set(pivot)} />
    </details>
  );
}
