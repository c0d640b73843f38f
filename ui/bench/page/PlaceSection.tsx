"use client";
import { Crosshair } from "react-bootstrap-icons";
import type { Layer } from "@/core/document/layer";
import type { Axis, Place, SizeAxis } from "@/core/document/place";
import { useBench, useBenchStore } from "../store";
import { Around } from "./AroundRows";
import { AnchorPad, pointName } from "./anchors";
import { LengthBox } from "./LengthBox";
import { NumberBox } from "./NumberBox";
import { Choice, NumberRow, Row, type Option } from "./rows";
import { useProperty } from "./use-property";

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
  const boxes = useBoxes(layer);
  const place = property.value as Place;
  const name = boxes.find(([id]) => id === place.on)?.[1] ?? place.on;
  const derived = (["width", "height"] as const).filter((axis) => layer[axis].kind === "around");
  if (derived.length === 2) {
    return <p className="leaf__say">It stands around what it is fitted to, so its place follows.</p>;
  }
  const point = () =>
    store.getState().show({
      pointing: {
        ask: `Point at what “${layer.name}” should stand on`,
        take: (on) => on !== layer.id && property.set({ ...place, on }),
      },
    });
  return (
    <>
      <Row label="Stands on" property={property} layer={layer}>
        <select
          className="form-select form-select-sm"
          aria-label="Stands on"
          value={place.on}
          onChange={(event) => property.set({ ...place, on: event.target.value })}
        >
          {boxes.map(([id, label]) => (
            <option key={id} value={id}>
              {label}
            </option>
          ))}
        </select>
        <button type="button" className="small-button" onClick={point} title="Point at a layer on the stage">
          <Crosshair aria-hidden /> <span className="visually-hidden">Point at it</span>
        </button>
      </Row>
      <div className="standing align-items-center d-grid gap-10 my-4 mx-0">
        <AnchorPad value={place.at} label="Its own point" onChange={(at) => property.set({ ...place, at })} />
        <p>
          Its <b>{pointName(place.at)}</b> on the <b>{pointName(place.from)}</b> of {name}
        </p>
        <AnchorPad
          value={place.from}
          label={`Point of ${name}`}
          onChange={(from) => property.set({ ...place, from })}
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

const startOf = (kind: string, layer: Layer, first: string | undefined): SizeAxis => {
  switch (kind) {
    case "share":
      return { kind: "share", of: "format", share: 0.5, plus: 0 };
    case "natural":
      return { kind: "natural" };
    case "ratio":
      return { kind: "ratio", ratio: 1 };
    case "around":
      return { kind: "around", layers: [first ?? layer.id], before: 1.6, after: 1.6, widest: [], hold: 0 };
    default:
      return { kind: "fixed", u: 20 };
  }
};

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
  const first = others.find(({ kind }) => kind === "text")?.id ?? others[0]?.id;
  const limits = {
    ...(size.min === undefined ? {} : { min: size.min }),
    ...(size.max === undefined ? {} : { max: size.max }),
  };
  return (
    <>
      <Row label={label} property={property} layer={layer}>
        <select
          className="form-select form-select-sm size-kind"
          aria-label={`${label}: how`}
          value={size.kind}
          onChange={(event) => property.set({ ...startOf(event.target.value, layer, first), ...limits })}
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
        <Row label="">
          <Choice
            label={`${label}: share of`}
            value={size.of}
            options={boxes}
            onChange={(of) => property.set({ ...size, of })}
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
          short={end === "min" ? "At least" : "At most"}
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
  const property = useProperty(layer, "pivot", "Turns about");
  const value = property.value as { x: number; y: number };
  return (
    <details className="leaf__more">
      <summary>Turns about its {pointName(value)}</summary>
      <AnchorPad value={value} label="Turns about" onChange={(pivot) => property.set(pivot)} />
    </details>
  );
}
