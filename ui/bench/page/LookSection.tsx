"use client";
import { blends } from "@/core/document/look";
import type { Layer } from "@/core/document/layer";
import { isShape, lookPartsOf } from "@/core/edit/look-parts";
import { inspectorDeeds } from "@/core/facts/inspector-deeds";
import { useBench, useBenchStore } from "../store";
import { copyLook, pasteLook } from "./carry-look";
import { FillRows } from "./FillRows";
import { MatteRows } from "./MatteRows";
import { Optional, PutOn } from "./Optional";
import { ChoiceRow, ColourRow, NumberRow, type Option } from "./rows";
import { StrokeRows } from "./StrokeRows";
import { TrailColours } from "./TrailColours";

const blendOptions: readonly Option[] = blends.map((blend) => [
  blend,
  blend === "normal" ? "over what is below" : blend,
]);

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
  const shape = isShape(layer);
  const painted = shape || layer.kind === "text";
  return (
    <section className="leaf" aria-label="Style">
      <h3 className="rubric">Style</h3>
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
      <PutOn layer={layer} wearables={lookPartsOf(layer, house)} />
      <p className="put-on">
        <button
          data-help={inspectorDeeds.copyStyle.help}
          type="button"
          className="chip"
          onClick={() => copyLook(layer)}
        >
          {inspectorDeeds.copyStyle.label}
        </button>
        <button
          data-help={inspectorDeeds.pasteStyle.help}
          type="button"
          className="chip"
          onClick={() => {
            const { chosen } = store.getState();
            pasteLook(store, chosen.includes(layer.id) ? chosen : [layer.id]);
          }}
        >
          {inspectorDeeds.pasteStyle.label}
        </button>
      </p>
      <Numbers layer={layer} paths={["opacity", "blur"]} />
      <MatteRows layer={layer} />
      <details className="leaf__more" open={layer.blend !== "normal"}>
        <summary>Blend and masks</summary>
        <ChoiceRow layer={layer} path="blend" options={blendOptions} />
      </details>
    </section>
  );
}
