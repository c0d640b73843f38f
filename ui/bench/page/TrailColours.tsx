"use client";
import { styleFacts } from "@/core/facts/layer";
import { XLg } from "react-bootstrap-icons";
import type { Layer } from "@/core/document/layer";
import { inspectorDeeds } from "@/core/facts/inspector-deeds";
import { ColourBox } from "./ColourBox";
import { Row } from "./rows";
import { useProperty } from "./use-property";

/** Colours that the copies of a trail take in turn; without any they are in the layer's own. */
export function TrailColours({ layer, ink }: { layer: Layer; ink: string }) {
  const property = useProperty(layer, "trail.colours", "Colours of the trail");
  const colours = (property.value ?? []) as readonly string[];
  const put = (next: readonly string[], merge?: boolean) => property.set(next.length > 0 ? next : undefined, merge);
  return (
    <>
      {colours.map((colour, i) => (
        <Row key={i} help={styleFacts["trail.colours"].help} label={colours.length > 1 ? `Copy ${i + 1}` : "In"}>
          <ColourBox
            value={colour}
            label={`Colour of copy ${i + 1}`}
            layer={layer}
            onChange={(next, merge) => put(colours.with(i, next), merge)}
          />
          <button
            type="button"
            className="small-button"
            title="Remove this colour"
            onClick={() => put(colours.toSpliced(i, 1))}
          >
            <XLg aria-hidden /> <span className="visually-hidden">Remove the colour of copy {i + 1}</span>
          </button>
        </Row>
      ))}
      {colours.length < 12 && (
        <p className="put-on">
          <button
            data-help={inspectorDeeds.addTrailColour.help}
            type="button"
            className="chip"
            onClick={() => put([...colours, ink])}
          >
            {colours.length === 0 ? "Add a colour" : "Add a colour"}
          </button>
        </p>
      )}
    </>
  );
}
