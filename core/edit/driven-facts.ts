import type { Layer } from "../document/layer";
import { linkProperties, type LinkProperty } from "../document/link";
import type { Unit } from "../document/units";
import type { NumberFact } from "../facts/fact";
import { numberFacts, propertyLabel } from "./property-facts";
import { readPath } from "./property";

/** What is driven on top of a layer's own values: shifts are added, shares multiplied. */
interface OnTopFacts extends Omit<NumberFact, "help"> {
  /** What does nothing. */
  readonly rest: number;
  /** As the thing that shows the time: "by its width". */
  readonly meter?: string;
  /** What shows the whole time. */
  readonly full?: number;
}

const onTop: Readonly<Record<string, OnTopFacts>> = {
  width: { label: "Width", unit: "%", rest: 1, meter: "its width", full: 1 },
  height: { label: "Height", unit: "%", rest: 1, meter: "its height", full: 1 },
  dx: { label: "Shift right", unit: "u", rest: 0, meter: "its place across", full: 1 },
  dy: { label: "Shift down", unit: "u", rest: 0, meter: "its place down", full: 1 },
  turn: { label: "Turn", unit: "°", rest: 0, meter: "its turn", full: 1 },
  opacity: { label: "Opacity", unit: "%", rest: 1, meter: "its opacity", full: 1 },
  scale: { label: "Scale", unit: "%", rest: 1 },
  tracking: { label: "Tracking", unit: "", rest: 0 },
  size: { label: "Text size", unit: "u", rest: 0 },
};

/** What a layer's own values are driven by, in their place. */
const replaced = [
  "fill.colour",
  "stroke.fill.colour",
  "stroke.from",
  "stroke.to",
  "stroke.width",
  "sweep",
  "liquid.level",
  "glow.strength",
  "blur",
] as const;

/** Own values that can show the time, in words, and what shows all of it. */
const ownMeters: Readonly<Record<string, { readonly words: string; readonly full: number }>> = {
  "stroke.to": { words: "how much of its line is drawn", full: 1 },
  sweep: { words: "its angle", full: 360 },
};

export interface KeyFacts {
  readonly property: string;
  readonly label: string;
  readonly unit: Unit;
  readonly rest: number | string;
}

/** What of a layer can have keys of its own, with its value at rest. */
export function keyFacts(layer: Layer): KeyFacts[] {
  const moved = Object.entries(onTop)
    .filter(([property]) => property !== "size" && (property !== "tracking" || layer.kind === "text"))
    .map(([property, { label, unit, rest }]) => ({ property, label, unit, rest }));
  const own = replaced.flatMap((property) => {
    const rest = readPath(layer, property);
    if (typeof rest !== "number" && typeof rest !== "string") return [];
    const unit = numberFacts(layer, property)?.unit ?? "";
    return [{ property, label: propertyLabel(layer, property), unit, rest }];
  });
  return [...moved, ...own];
}

export interface MeterFacts {
  readonly property: string;
  /** "by …" */
  readonly words: string;
  readonly unit: Unit;
  readonly full: number;
}

/** What of a layer can show the time. */
export function meterFacts(layer: Layer): MeterFacts[] {
  const moved = Object.entries(onTop).flatMap(([property, { meter, unit, full }]) =>
    meter && full !== undefined ? [{ property, words: meter, unit, full }] : [],
  );
  const own = Object.entries(ownMeters).flatMap(([property, { words, full }]) =>
    readPath(layer, property) === undefined
      ? []
      : [{ property, words, unit: numberFacts(layer, property)?.unit ?? "", full }],
  );
  return [...moved, ...own];
}

/** What of a layer can follow others, with what it is called. */
export const linkLabels: readonly (readonly [LinkProperty, string])[] = linkProperties.map((property) => [
  property,
  onTop[property]!.label,
]);
