import { faultSentence } from "../document/fault-words";
import type { Design } from "../document/design";
import { Layer } from "../document/layer";
import { copied } from "./copied";

type Held = Record<string, unknown>;

/** What stands at a path such as `place.dx`; undefined where nothing does. */
export function readPath(target: unknown, path: string): unknown {
  let value = target;
  for (const step of path.split(".")) {
    if (typeof value !== "object" || value === null || !Object.hasOwn(value, step)) return undefined;
    value = (value as Held)[step];
  }
  return value;
}

/** Puts a value at a path, or takes it away where it is undefined. False when the path leads nowhere. */
function putPath(target: unknown, path: string, value: unknown): boolean {
  const steps = path.split(".");
  const last = steps.pop()!;
  let held = target;
  for (const step of steps) {
    if (typeof held !== "object" || held === null || !Object.hasOwn(held, step)) return false;
    held = (held as Held)[step];
  }
  if (typeof held !== "object" || held === null) return false;
  if (value === undefined) delete (held as Held)[last];
  else (held as Held)[last] = value;
  return true;
}

/** A property as one format shows it, and whether it is that format's own. */
export interface Seen {
  readonly value: unknown;
  readonly own: boolean;
}

const shownAs = new WeakMap<Layer, Map<string, Layer>>();

/** The layer as a format has it, with everything that the schema fills in; the layer itself where that can't be. */
function inFormat(layer: Layer, format: string): Layer {
  // Remembered only of what can't change any more.
  const lasting = Object.isFrozen(layer);
  const known = (lasting ? shownAs.get(layer) : undefined) ?? new Map<string, Layer>();
  if (lasting) shownAs.set(layer, known);
  let shown = known.get(format);
  if (!shown) {
    const parsed = Layer.safeParse(withOverrides(copied(layer), format));
    known.set(format, (shown = parsed.success ? parsed.data : layer));
  }
  return shown;
}

/** Reads a property of a layer for a format; it is the format's own where an override says it, or a part or whole of it. */
export function readProperty(layer: Layer, path: string, format: string): Seen {
  const places = Object.keys(layer.overrides[format] ?? {});
  const own = places.some((place) => place === path || path.startsWith(`${place}.`) || place.startsWith(`${path}.`));
  return { value: readPath(own ? inFormat(layer, format) : layer, path), own };
}

/**
 * Sets a property for all formats, or for one of them only. Answers why it can't be: the schema's words, with nothing
 * changed. Works on a draft in place.
 */
export function setProperty(
  design: Design,
  layerId: string,
  path: string,
  value: unknown,
  format?: string,
): string | undefined {
  const at = design.layers.findIndex((layer) => layer.id === layerId);
  const layer = design.layers[at];
  if (!layer) return "There is no such layer any more.";
  const tried = copied(layer);
  const shown = format === undefined ? tried : withOverrides(tried, format);
  if (!putPath(shown, path, value)) return `There is no “${path}” here.`;
  const parsed = Layer.safeParse(shown);
  if (!parsed.success) return faultSentence(parsed.error.issues[0]);
  if (format === undefined) {
    putPath(layer, path, value);
    return undefined;
  }
  const overrides = (layer.overrides[format] ??= {});
  for (const place of Object.keys(overrides)) {
    // What was said about parts of this is now said by the whole; a whole that holds this is changed in its place.
    if (place.startsWith(`${path}.`)) delete overrides[place];
    else if (path.startsWith(`${place}.`)) {
      putPath(overrides[place], path.slice(place.length + 1), value);
      return undefined;
    }
  }
  overrides[path] = value as never;
  return undefined;
}

function withOverrides(layer: Layer, format: string): Layer {
  for (const [path, value] of Object.entries(layer.overrides[format] ?? {})) putPath(layer, path, value);
  return layer;
}

/** Lets a format follow the design again in this place. */
export function clearOverride(design: Design, layerId: string, path: string, format: string): void {
  const layer = design.layers.find((entry) => entry.id === layerId);
  const overrides = layer?.overrides[format];
  if (!layer || !overrides) return;
  for (const place of Object.keys(overrides)) {
    if (place === path || place.startsWith(`${path}.`) || path.startsWith(`${place}.`)) delete overrides[place];
  }
  if (Object.keys(overrides).length === 0) delete layer.overrides[format];
}
