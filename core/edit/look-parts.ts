import { Gleam, Liquid, OuterGlow, Shadow, Trail } from "../document/look";
import type { House } from "../document/house";
import { shapeKindNames, type Layer, type ShapeLayer } from "../document/layer";
import { houseFill, readOn } from "./inks";

/** One part of a layer's style that may be added and removed: where it stands, what it is called, how it starts. */
export interface LookPart {
  readonly path: string;
  readonly name: string;
  readonly start: unknown;
}

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

/** Whether a layer is a shape, whatever it is filled or drawn with just now. */
export const isShape = (layer: Layer): layer is ShapeLayer =>
  (shapeKindNames as readonly string[]).includes(layer.kind);

/** A line in the colour of what it runs around would not be seen: then it takes the one that suits that. */
function strokeFill(layer: Layer, plain: { kind: "plain"; colour: string }, house: House) {
  const fill = "fill" in layer ? layer.fill : undefined;
  if (fill?.kind !== "plain" || fill.colour !== plain.colour) return plain;
  return houseFill(readOn(house, plain.colour.slice("house:".length)));
}

/** The parts that a layer of this kind may have, also those that it has not just now. */
export function lookPartsOf(layer: Layer, house: House): LookPart[] {
  const ink = `house:${house.colours[0]!.role}`;
  const plain = { kind: "plain", colour: ink } as const;
  const shape = isShape(layer);
  return [
    ...(shape ? [{ path: "fill", name: "Fill", start: plain }] : []),
    ...(shape || layer.kind === "text"
      ? [{ path: "stroke", name: "Stroke", start: { ...plainStroke, fill: strokeFill(layer, plain, house) } }]
      : []),
    { path: "shadow", name: "Shadow", start: Shadow.parse({ colour: "#00000066" }) },
    { path: "glow", name: "Outer glow", start: OuterGlow.parse({ colour: ink }) },
    { path: "gleam", name: "Gleam", start: Gleam.parse({}) },
    ...(shape ? [{ path: "liquid", name: "Liquid edge", start: Liquid.parse({ level: 0.6 }) }] : []),
    { path: "trail", name: "Trail", start: Trail.parse({}) },
  ];
}
