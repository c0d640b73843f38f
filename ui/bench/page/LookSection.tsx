"use client";
import { Gleam, Liquid, OuterGlow, Shadow, Trail, blends } from "@/core/document/look";
import type { House } from "@/core/document/house";
import type { Layer } from "@/core/document/layer";
import { houseFill, readOn } from "@/core/edit/inks";
import { useBench, useBenchStore } from "../store";
import { copyLook, pasteLook } from "./carry-look";
import { FillRows } from "./FillRows";
import { MatteRows } from "./MatteRows";
import { Optional, PutOn, type Wearable } from "./Optional";
import { ChoiceRow, ColourRow, NumberRow, type Option } from "./rows";
import { StrokeRows } from "./StrokeRows";
import { TrailColours } from "./TrailColours";

const blendOptions: readonly Option[] = blends.map((blend) => [
  blend,
  blend === "normal" ? "over what is below" : blend,
]);

const plainStroke = {
  width: 0.4,
  side: "inside",
  cap: "butt",
  join: "miter",
  dash: [],
  dashOffset: 0,
  from: 0,
  to: 1,
} as const;

/** A line in the colour of what it runs around would not be seen: then it takes the one that suits that. */
function strokeFill(layer: Layer, plain: { kind: "plain"; colour: string }, house: House) {
  const fill = "fill" in layer ? layer.fill : undefined;
  if (fill?.kind !== "plain" || fill.colour !== plain.colour) return plain;
  return houseFill(readOn(house, plain.colour.slice("house:".length)));
}

/** What a layer of a kind may wear, and how it looks when it is put on. */
function wearablesOf(layer: Layer, ink: string, house: House): Wearable[] {
  const painted = "fill" in layer;
  const shape = painted && layer.kind !== "text";
  const plain = { kind: "plain", colour: ink } as const;
  return [
    ...(shape ? [{ path: "fill", name: "Fill", start: plain }] : []),
    ...(painted
      ? [{ path: "stroke", name: "Stroke", start: { ...plainStroke, fill: strokeFill(layer, plain, house) } }]
      : []),
    { path: "shadow", name: "Shadow", start: Shadow.parse({ colour: "#00000066" }) },
    { path: "glow", name: "Outer glow", start: OuterGlow.parse({ colour: ink }) },
    { path: "gleam", name: "Gleam", start: Gleam.parse({}) },
    ...(shape ? [{ path: "liquid", name: "Liquid edge", start: Liquid.parse({ level: 0.6 }) }] : []),
    { path: "trail", name: "Trail", start: Trail.parse({}) },
  ];
}

/** What is worn that is a colour and some numbers: how it is called, and its numbers, two to a line where they are a pair. */
const plainlyWorn: readonly {
  readonly path: string;
  readonly name: string;
  readonly colour?: string;
  readonly numbers: readonly (readonly string[])[];
  readonly shapesOnly?: boolean;
}[] = [
  { path: "shadow", name: "Shadow", colour: "Colour", numbers: [["dx", "dy"], ["softness"]] },
  { path: "glow", name: "Outer glow", colour: "Colour", numbers: [["softness", "strength"]] },
  {
    path: "gleam",
    name: "Gleam",
    colour: "Tint",
    numbers: [
      ["width", "angle"],
      ["at", "strength"],
    ],
  },
  {
    path: "liquid",
    name: "Liquid edge",
    shapesOnly: true,
    numbers: [
      ["level", "height"],
      ["length", "speed"],
      ["calm", "rest"],
    ],
  },
  { path: "trail", name: "Trail", numbers: [["count", "delay"], ["fade"]] },
];

const Numbers = ({ layer, paths }: { layer: Layer; paths: readonly string[] }) => {
  const rows = paths.map((path) => <NumberRow key={path} layer={layer} path={path} />);
  return rows.length > 1 ? <div className="row-pair">{rows}</div> : rows;
};

/** Colour and everything a layer may wear; what is not worn is one step away. */
export function LookSection({ layer }: { layer: Layer }) {
  const store = useBenchStore();
  const house = useBench((state) => state.house);
  const ink = `house:${house.colours[0]!.role}`;
  const painted = "fill" in layer;
  const shape = painted && layer.kind !== "text";
  return (
    <section className="leaf" aria-label="Look">
      <h3 className="rubric">Look</h3>
      {layer.kind === "text" && <FillRows layer={layer} path="fill" label="Colour" />}
      {shape && (
        <Optional layer={layer} path="fill" name="Fill">
          <FillRows layer={layer} path="fill" label="Colour" />
        </Optional>
      )}
      {painted && (
        <Optional layer={layer} path="stroke" name="Stroke">
          <StrokeRows layer={layer} />
        </Optional>
      )}
      {plainlyWorn
        .filter(({ shapesOnly }) => shape || !shapesOnly)
        .map(({ path, name, colour, numbers }) => (
          <Optional key={path} layer={layer} path={path} name={name}>
            {colour && <ColourRow layer={layer} path={`${path}.colour`} label={colour} />}
            {numbers.map((line) => (
              <Numbers key={line[0]} layer={layer} paths={line.map((own) => `${path}.${own}`)} />
            ))}
            {path === "trail" && <TrailColours layer={layer} ink={ink} />}
          </Optional>
        ))}
      <PutOn layer={layer} wearables={wearablesOf(layer, ink, house)} />
      <p className="put-on">
        <button type="button" className="chip" onClick={() => copyLook(layer)}>
          Copy look
        </button>
        <button
          type="button"
          className="chip"
          onClick={() => {
            const { chosen } = store.getState();
            pasteLook(store, chosen.includes(layer.id) ? chosen : [layer.id]);
          }}
        >
          Put the copied look on
        </button>
      </p>
      <Numbers layer={layer} paths={["opacity", "blur"]} />
      <MatteRows layer={layer} />
      <details className="leaf__more" open={layer.blend !== "normal"}>
        <summary>How it is laid on</summary>
        <ChoiceRow layer={layer} path="blend" label="Laid" options={blendOptions} />
      </details>
    </section>
  );
}
