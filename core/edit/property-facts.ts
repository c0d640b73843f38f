import type { Layer } from "../document/layer";
import type { NumberFacts } from "../document/units";
import type { ShapeFacts } from "../shapes/define";
import { shapeKinds } from "../shapes/kinds";

/** Numbers that layers of several kinds have, by their paths; what only one shape has is said there. */
const shared: Readonly<Record<string, NumberFacts>> = {
  blur: { label: "Blur", unit: "u" },
  "framing.focus.x": { label: "Focus across", unit: "%" },
  "framing.focus.y": { label: "down", unit: "%" },
  "framing.scale": { label: "Enlarged", unit: "×" },
  "framing.turn": { label: "Turned", unit: "°" },
  "gleam.angle": { label: "Slant", unit: "°" },
  "gleam.at": { label: "Stands at", unit: "%" },
  "gleam.strength": { label: "Strength", unit: "%" },
  "gleam.width": { label: "Width", unit: "u" },
  "glow.softness": { label: "Softness", unit: "u" },
  "glow.strength": { label: "Strength", unit: "%" },
  "liquid.calm": { label: "Calm after", unit: "s" },
  "liquid.height": { label: "Wave height", unit: "u" },
  "liquid.length": { label: "Wave length", unit: "u" },
  "liquid.level": { label: "Level", unit: "%" },
  "liquid.rest": { label: "Then high", unit: "u" },
  "liquid.speed": { label: "u a second", unit: "" },
  opacity: { label: "Opacity", unit: "%" },
  "place.dx": { label: "Right", unit: "u" },
  "place.dy": { label: "Down", unit: "u" },
  "playback.from": { label: "From second", unit: "s" },
  "playback.speed": { label: "Speed", unit: "×" },
  scale: { label: "Scale", unit: "%" },
  "setting.leading": { label: "Leading", unit: "×" },
  "setting.maxLines": { label: "Lines at most", unit: "" },
  "setting.shrinkTo": { label: "Shrinks to", unit: "u" },
  "setting.size": { label: "Size", unit: "u" },
  "setting.tracking": { label: "Tracking", unit: "" },
  "setting.weight": { label: "Weight", unit: "", step: 100 },
  "shadow.dx": { label: "Right", unit: "u" },
  "shadow.dy": { label: "Down", unit: "u" },
  "shadow.softness": { label: "Softness", unit: "u" },
  "stroke.dashOffset": { label: "Dashes begin at", unit: "u" },
  "stroke.from": { label: "Drawn from", unit: "%" },
  "stroke.to": { label: "to", unit: "%" },
  "stroke.width": { label: "Width", unit: "u" },
  "trail.count": { label: "Copies", unit: "" },
  "trail.delay": { label: "Later by", unit: "s", step: 0.01 },
  "trail.fade": { label: "Each as strong", unit: "%" },
  turn: { label: "Turn", unit: "°" },
};

/** Paths of all that layers of several kinds have. */
export const sharedNumbers = Object.keys(shared);

/** The facts of a number of a layer; undefined where it has none. */
export function numberFacts({ kind }: Pick<Layer, "kind">, path: string): NumberFacts | undefined {
  const shapes: Readonly<Record<string, Pick<ShapeFacts, "numbers">>> = shapeKinds;
  return shapes[kind]?.numbers?.[path] ?? shared[path];
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
  stroke: "Line",
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
