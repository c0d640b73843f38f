"use client";
import { Gleam, Liquid, OuterGlow, Shadow, Trail, blends } from "@/core/document/look";
import type { Layer } from "@/core/document/layer";
import { useBench } from "../store";
import { FillRows } from "./FillRows";
import { MatteRows } from "./MatteRows";
import { Optional, PutOn, type Wearable } from "./Optional";
import { ChoiceRow, ColourRow, NumberRow, type Option } from "./rows";
import { StrokeRows } from "./StrokeRows";

const blendOptions: readonly Option[] = blends.map((blend) => [
  blend,
  blend === "normal" ? "over what is below" : blend,
]);

/** Colour and everything a layer may wear; what is not worn is one step away. */
export function LookSection({ layer }: { layer: Layer }) {
  const ink = useBench((state) => `house:${state.house.colours[0]!.role}`);
  const painted = "fill" in layer;
  const plain = { kind: "plain", colour: ink } as const;
  const shape = painted && layer.kind !== "text";
  const wearables: Wearable[] = [
    ...(shape ? [{ path: "fill", name: "Fill", start: plain }] : []),
    ...(painted
      ? [
          {
            path: "stroke",
            name: "Stroke",
            start: {
              width: 0.4,
              fill: plain,
              side: "inside",
              cap: "butt",
              join: "miter",
              dash: [],
              dashOffset: 0,
              from: 0,
              to: 1,
            },
          },
        ]
      : []),
    { path: "shadow", name: "Shadow", start: Shadow.parse({ colour: "#00000066" }) },
    { path: "glow", name: "Outer glow", start: OuterGlow.parse({ colour: ink }) },
    { path: "gleam", name: "Gleam", start: Gleam.parse({}) },
    ...(shape ? [{ path: "liquid", name: "Liquid edge", start: Liquid.parse({ level: 0.6 }) }] : []),
    { path: "trail", name: "Trail", start: Trail.parse({}) },
  ];
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
      <Optional layer={layer} path="shadow" name="Shadow">
        <ColourRow layer={layer} path="shadow.colour" label="Colour" />
        <div className="row-pair">
          <NumberRow layer={layer} path="shadow.dx" />
          <NumberRow layer={layer} path="shadow.dy" />
        </div>
        <NumberRow layer={layer} path="shadow.softness" />
      </Optional>
      <Optional layer={layer} path="glow" name="Outer glow">
        <ColourRow layer={layer} path="glow.colour" label="Colour" />
        <div className="row-pair">
          <NumberRow layer={layer} path="glow.softness" />
          <NumberRow layer={layer} path="glow.strength" />
        </div>
      </Optional>
      <Optional layer={layer} path="gleam" name="Gleam">
        <ColourRow layer={layer} path="gleam.colour" label="Tint" />
        <div className="row-pair">
          <NumberRow layer={layer} path="gleam.width" />
          <NumberRow layer={layer} path="gleam.angle" />
        </div>
        <div className="row-pair">
          <NumberRow layer={layer} path="gleam.at" />
          <NumberRow layer={layer} path="gleam.strength" />
        </div>
      </Optional>
      {shape && (
        <Optional layer={layer} path="liquid" name="Liquid edge">
          <div className="row-pair">
            <NumberRow layer={layer} path="liquid.level" />
            <NumberRow layer={layer} path="liquid.height" />
          </div>
          <div className="row-pair">
            <NumberRow layer={layer} path="liquid.length" />
            <NumberRow layer={layer} path="liquid.speed" />
          </div>
          <div className="row-pair">
            <NumberRow layer={layer} path="liquid.calm" />
            <NumberRow layer={layer} path="liquid.rest" />
          </div>
        </Optional>
      )}
      <Optional layer={layer} path="trail" name="Trail">
        <div className="row-pair">
          <NumberRow layer={layer} path="trail.count" />
          <NumberRow layer={layer} path="trail.delay" />
        </div>
        <NumberRow layer={layer} path="trail.fade" />
      </Optional>
      <PutOn layer={layer} wearables={wearables} />
      <div className="row-pair">
        <NumberRow layer={layer} path="opacity" />
        <NumberRow layer={layer} path="blur" />
      </div>
      <MatteRows layer={layer} />
      <details className="leaf__more" open={layer.blend !== "normal"}>
        <summary>How it is laid on</summary>
        <ChoiceRow layer={layer} path="blend" label="Laid" options={blendOptions} />
      </details>
    </section>
  );
}
