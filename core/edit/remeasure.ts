import type { Design } from "../document/design";
import type { Format } from "../document/format";
import type { Layer } from "../document/layer";
import type { Axis, Place, SizeAxis } from "../document/place";
import type { Box } from "../geometry/box";
import { clearBox, insetBox } from "../layout/zones";
import { copied } from "./copied";
import { rounded } from "./numbers";
import { readProperty, setProperty } from "./property";

/*
 * A size is measured, or a place is counted, in another way, and everything stays where it is on the picture: in every
 * format, with a value of its own where one for all would move it.
 */

/** How a design stands in one format: its boxes at rest, in u. */
export interface SeenFormat {
  readonly format: Format;
  readonly boxes: ReadonlyMap<string, Box>;
  readonly turnedRound: boolean;
}

export interface Seen {
  /** The one that is shown large first; others only where what is held must hold there too. */
  readonly formats: readonly SeenFormat[];
  /** Changes this format only. */
  readonly onlyIn?: string | undefined;
  /** Told of each value of a format's own that stands there only so that nothing moves. */
  readonly onHeld?: ((held: HeldValue) => void) | undefined;
}

/** A value that a format got of its own so that its picture stays as it was; the next value by hand lets it go. */
export interface HeldValue {
  readonly layer: string;
  readonly path: string;
  readonly format: string;
}

const usualPaddingU = 1.6;

/** The box that a place or a size refers to, in u. */
function refBox(ref: string, layer: Layer, { format, boxes }: SeenFormat): Box | undefined {
  switch (ref) {
    case "format":
      return insetBox(format, 0);
    case "title-safe":
      return insetBox(format, format.titleSafe);
    case "action-safe":
      return insetBox(format, format.actionSafe);
    case "clear":
      return clearBox(format, insetBox(format, format.titleSafe));
    case "group":
      return layer.in === undefined ? undefined : boxes.get(layer.in);
    default:
      return boxes.get(ref);
  }
}

/** Writes a value for all formats, and for those that want another one theirs. */
function put(
  design: Design,
  id: string,
  path: string,
  seen: Seen,
  valueIn: (format: SeenFormat) => unknown,
): string | undefined {
  const [shown, ...others] = seen.formats;
  if (!shown) return undefined;
  const value = valueIn(shown);
  const refused = setProperty(design, id, path, value, seen.onlyIn);
  if (refused !== undefined || seen.onlyIn !== undefined || others.length === 0) return refused;
  const layer = design.layers.find((one) => one.id === id)!;
  const hadOwn = new Set(
    others.map(({ format }) => format.id).filter((format) => readProperty(layer, path, format).own),
  );
  for (const own of Object.values(layer.overrides))
    for (const place of Object.keys(own)) if (place === path || place.startsWith(`${path}.`)) delete own[place];
  for (const [format, own] of Object.entries(layer.overrides))
    if (Object.keys(own).length === 0) delete layer.overrides[format];
  for (const other of others) {
    const wanted = valueIn(other);
    if (isNear(wanted, value)) continue;
    setProperty(design, id, path, wanted, other.format.id);
    if (!hadOwn.has(other.format.id)) seen.onHeld?.({ layer: id, path, format: other.format.id });
  }
  return undefined;
}

/** Whether two values differ by less than anybody sees: lengths by a fiftieth of a u, shares of a format by as little. */
function isNear(a: unknown, b: unknown, key = ""): boolean {
  if (typeof a === "number" && typeof b === "number")
    return Math.abs(a - b) < (key === "share" || key === "ratio" ? 0.0002 : 0.02);
  if (typeof a !== "object" || typeof b !== "object" || a === null || b === null) return a === b;
  const keys = new Set([...Object.keys(a), ...Object.keys(b)]);
  return [...keys].every((key) =>
    isNear((a as Record<string, unknown>)[key], (b as Record<string, unknown>)[key], key),
  );
}

/** What holds an axis of a size as long as it is, measured in another way. */
function sizeAs(
  kind: SizeAxis["kind"],
  was: SizeAxis,
  axis: Axis,
  layer: Layer,
  of: string,
  seen: SeenFormat,
): SizeAxis {
  const clamps = {
    ...(was.min === undefined ? {} : { min: was.min }),
    ...(was.max === undefined ? {} : { max: was.max }),
  };
  const box = seen.boxes.get(layer.id) ?? { x: 0, y: 0, width: 20, height: 20 };
  const other = axis === "width" ? "height" : "width";
  switch (kind) {
    case "fixed":
      return { kind, u: rounded(box[axis]), ...clamps };
    case "share":
      return {
        kind,
        of,
        share: rounded(box[axis] / Math.max(0.001, refBox(of, layer, seen)?.[axis] ?? box[axis])),
        plus: 0,
        ...clamps,
      };
    case "ratio":
      return { kind, ratio: Math.max(0.001, rounded(box[axis] / Math.max(0.001, box[other]))), ...clamps };
    case "natural":
      return { kind, ...clamps };
    case "around":
      // To fit around something is to be as large as that, with the usual padding.
      return { kind, layers: [of], before: usualPaddingU, after: usualPaddingU, widest: [], hold: 0, ...clamps };
  }
}

/**
 * Measures an axis of a layer in another way. What was fitted around others and is so no longer stands where it stood, on
 * the first of them. `of` is what it is fitted around, or a share of, from now on. Answers why it can't be.
 */
export function measureAs(
  design: Design,
  id: string,
  axis: Axis,
  kind: SizeAxis["kind"],
  of: string,
  seen: Seen,
): string | undefined {
  const layer = design.layers.find((one) => one.id === id);
  const shown = seen.formats[0]?.format.id;
  if (!layer || shown === undefined) return undefined;
  const was = readProperty(layer, axis, shown).value as SizeAxis;
  const refused = put(design, id, axis, seen, (format) => sizeAs(kind, was, axis, layer, of, format));
  if (refused !== undefined) return refused;
  if (was.kind === "around" && kind !== "around")
    standOn(design, id, { on: was.layers[0]!, from: { x: 0, y: 0 } }, seen);
  return undefined;
}

/** A place that holds the layer where it is: its own point, counted from a point of a box. */
function placeOf(layer: Layer, place: Omit<Place, "dx" | "dy">, seen: SeenFormat): Place {
  const [box, on] = [seen.boxes.get(layer.id), refBox(place.on, layer, seen)];
  if (!box || !on) return { ...place, dx: 0, dy: 0 };
  const at = seen.turnedRound ? 1 - place.at.x : place.at.x;
  const from = seen.turnedRound ? 1 - place.from.x : place.from.x;
  const dx = box.x + at * box.width - (on.x + from * on.width);
  const dy = box.y + place.at.y * box.height - (on.y + place.from.y * on.height);
  return { ...place, dx: rounded(seen.turnedRound ? -dx : dx) + 0, dy: rounded(dy) + 0 };
}

/**
 * Counts the place of a layer from another box, or from other points, and leaves it where it is on the picture: in the
 * formats that are named, in all others it stands in the same way.
 */
export function standOn(
  design: Design,
  id: string,
  part: Partial<Pick<Place, "on" | "at" | "from">>,
  seen: Seen,
): string | undefined {
  const layer = design.layers.find((one) => one.id === id);
  if (!layer) return undefined;
  const before = copied(layer);
  return put(design, id, "place", seen, (format) => {
    const { dx: _, dy: __, ...place } = readProperty(before, "place", format.format.id).value as Place;
    return placeOf(before, { ...place, ...part }, format);
  });
}

/** Puts a layer's own point right on a point of what it stands on: without an offset along the axes that change. */
export function putOnPoint(design: Design, id: string, from: Place["from"], seen: Seen): string | undefined {
  const layer = design.layers.find((one) => one.id === id);
  if (!layer) return undefined;
  const before = copied(layer);
  return put(design, id, "place", seen, ({ format }) => {
    const place = readProperty(before, "place", format.id).value as Place;
    return {
      ...place,
      from,
      dx: from.x === place.from.x ? place.dx : 0,
      dy: from.y === place.from.y ? place.dy : 0,
    };
  });
}
