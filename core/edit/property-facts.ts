import type { Layer } from "../document/layer";
import { isNumberFact, type Fact, type NumberFact } from "../facts/fact";
import { layerFacts } from "../facts/layer";
import type { ShapeFacts } from "../shapes/define";
import { shapeKinds } from "../shapes/kinds";

/** Paths of all numbers that layers of several kinds have. */
export const sharedNumbers = Object.keys(layerFacts).filter((path) => isNumberFact(layerFacts[path]));

/** What a property of a layer is called and does, by its path: what a shape says of its own goes first. */
export function factOf({ kind }: Pick<Layer, "kind">, path: string): Fact | NumberFact | undefined {
  const shapes: Readonly<Record<string, Pick<ShapeFacts, "numbers" | "properties">>> = shapeKinds;
  const own = shapes[kind];
  return own?.numbers?.[path] ?? own?.properties?.[path] ?? layerFacts[path];
}

/** The facts of a number of a layer; undefined where it has none. */
export function numberFacts(layer: Pick<Layer, "kind">, path: string): NumberFact | undefined {
  const fact = factOf(layer, path);
  return isNumberFact(fact) ? fact : undefined;
}

/** What the parts of a layer are called whose properties would otherwise be called alike. */
const sections: Readonly<Record<string, string>> = {
  fill: "Fill",
  framing: "Picture",
  gleam: "Gleam",
  glow: "Glow",
  liquid: "Edge",
  playback: "Video",
  shadow: "Shadow",
  stroke: "Stroke",
  trail: "Trail",
};

/** What a property is called where it stands alone, outside the section that it belongs to. */
export function propertyLabel(layer: Pick<Layer, "kind">, path: string): string {
  const parts = path.split(".");
  const own = numberFacts(layer, path)?.label ?? parts.at(-1)!;
  const section = parts.length > 1 ? sections[parts[0]!] : undefined;
  const label = section ? `${section} ${own.toLowerCase()}` : own;
  return label[0]!.toUpperCase() + label.slice(1);
}
