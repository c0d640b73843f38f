import type { Key, KeyTime } from "../document/keys";
import type { Layer } from "../document/layer";
import { keyFacts } from "./driven-facts";

const mostKeyframes = 200;

/** Adds a keyframe of a property to a layer, with the value of the one before or the layer's own. */
export function addKeyframe(layer: Layer, property: string, at: KeyTime): void {
  const rest = keyFacts(layer).find((facts) => facts.property === property)?.rest ?? 0;
  const track = layer.keys.find((other) => other.property === property);
  const key: Key = { at, value: track?.keys.at(-1)?.value ?? rest, hold: false };
  if (!track) layer.keys.push({ property, keys: [key] });
  else if (track.keys.length < mostKeyframes) track.keys.push(key);
}
