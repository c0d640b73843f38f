import { luminance } from "../bind/colour";
import type { BoundFill, BoundMedia, Rgba } from "../bind/types";
import type { StillLayer } from "./types";

/** Luminance half way to white for the eye: L* 50. Source: CIE 1976. */
const middle = 0.184;
/** A ground that lets more through tells nothing of what a mark stands on. */
const leastAlpha = 0.5;

/**
 * Which version of a mark is shown in a layer: that for dark or light grounds where the last layer below its middle has
 * such a ground, otherwise the mark itself, as over footage. `below`: what is painted before it, in order.
 */
export function versionFor(
  media: Exclude<BoundMedia, { kind: "none" }>,
  box: StillLayer["box"],
  below: readonly StillLayer[],
): BoundMedia {
  const { onDark, onLight } = media.versions ?? {};
  if (!onDark && !onLight) return media;
  const ground = groundUnder(box, below);
  if (!ground) return media;
  return (luminance(ground) < middle ? onDark : onLight) ?? media;
}

function groundUnder(box: StillLayer["box"], below: readonly StillLayer[]): Rgba | undefined {
  const [x, y] = [box.x + box.width / 2, box.y + box.height / 2];
  const covers = ({ layer, box: at, opacity }: StillLayer): boolean =>
    !layer.matteOnly && opacity >= leastAlpha && x > at.x && x < at.x + at.width && y > at.y && y < at.y + at.height;
  for (const entry of [...below].reverse()) {
    const { layer } = entry;
    if (layer.kind === "group" || layer.kind === "text" || !covers(entry)) continue;
    // What a photograph has there isn't known before it is painted.
    if (layer.kind === "picture") return undefined;
    const colour = layer.fill && meanOf(layer.fill);
    if (colour && colour.a >= leastAlpha) return colour;
  }
  return undefined;
}

function meanOf(fill: BoundFill): Rgba {
  if (fill.kind === "plain") return fill.colour;
  const mean = (part: keyof Rgba) => fill.stops.reduce((sum, { colour }) => sum + colour[part], 0) / fill.stops.length;
  return { r: mean("r"), g: mean("g"), b: mean("b"), a: mean("a") };
}
