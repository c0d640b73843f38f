import type { Design } from "../document/design";
import { Layer } from "../document/layer";

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

/** Reads a property of a layer for a format: an override of the place itself, or of a part or whole around it. */
export function readProperty(layer: Layer, path: string, format: string): Seen {
  const overrides = layer.overrides[format] ?? {};
  if (path in overrides) return { value: overrides[path], own: true };
  let value = readPath(layer, path);
  let own = false;
  for (const [place, held] of Object.entries(overrides)) {
    if (path.startsWith(`${place}.`)) {
      value = readPath(held, path.slice(place.length + 1));
      own = true;
    } else if (place.startsWith(`${path}.`) && typeof value === "object" && value !== null) {
      const copy = JSON.parse(JSON.stringify(value)) as unknown;
      if (putPath(copy, place.slice(path.length + 1), held)) {
        value = copy;
        own = true;
      }
    }
  }
  return { value, own };
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
  const tried = JSON.parse(JSON.stringify(layer)) as Layer;
  const shown = format === undefined ? tried : withOverrides(tried, format);
  if (!putPath(shown, path, value)) return `There is no “${path}” here.`;
  const parsed = Layer.safeParse(shown);
  if (!parsed.success) return parsed.error.issues[0]?.message ?? "This value does not fit.";
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
