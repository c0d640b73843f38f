import type { Design } from "../document/design";
import type { House } from "../document/house";
import { Layer } from "../document/layer";
import { moveKinds } from "../document/move";
import { axes, type Length, type SizeAxis } from "../document/place";
import type { Box } from "../geometry/box";
import { shapeKinds } from "../shapes/kinds";
import { copied } from "./copied";
import { withInner } from "./layers";
import { numberFacts, sharedNumbers } from "./property-facts";
import { readPath, setProperty } from "./property";
import { rounded } from "./numbers";

/*
 * What is chosen, scaled as one: places, sizes, type, padding, outlines, corners, soft edges and ways of moves by the same
 * factor, so that it looks as before, only larger or smaller.
 */

/** By how much, and about which point; in u of what is around the chosen layers. */
export interface Scaling {
  readonly factor: number;
  readonly about: { readonly x: number; readonly y: number };
  /** Where the layers stand before, in the same u. */
  readonly boxes: ReadonlyMap<string, Box>;
  /** Whether the design is turned round: then places count from the right. */
  readonly turnedRound: boolean;
}

/** Scales the chosen layers, with all that is in groups among them; in one format only where one is named. */
export function scaleLayers(
  design: Design,
  house: House,
  chosen: readonly string[],
  scaling: Scaling,
  onlyIn?: string,
): void {
  const all = withInner(design, chosen);
  for (const layer of design.layers.filter(({ id }) => all.has(id))) {
    const before = copied(layer);
    const after = scaled(before, house, all, scaling);
    if (!Layer.safeParse(after).success) continue;
    if (onlyIn === undefined) Object.assign(layer, after);
    else for (const [path, value] of changesOf(before, after, "")) setProperty(design, layer.id, path, value, onlyIn);
  }
}

function scaled(layer: Layer, house: House, all: ReadonlySet<string>, scaling: Scaling): Layer {
  const { factor } = scaling;
  const own = copied(layer);
  const isOutside = (ref: string) => !all.has(ref) && ref !== "group";
  for (const axis of axes) own[axis] = scaledSize(own[axis], factor, isOutside);
  scalePlace(own, scaling, isOutside);
  for (const path of lengthPaths(own)) scaleAt(own, path, factor);
  if ("stroke" in own && own.stroke) own.stroke.dash = own.stroke.dash.map((length) => rounded(length * factor));
  if (own.kind === "text") scaleText(own, house, factor, isOutside);
  for (const move of own.moves) {
    if (move.distance?.of === "u") move.distance.value = rounded(move.distance.value * factor);
    if (move.soft !== undefined) move.soft = rounded(move.soft * factor);
    if (move.strength !== undefined && isInU(move.kind)) move.strength = rounded(move.strength * factor);
  }
  const paths = new Set(lengthPaths(own));
  for (const { property, keys } of own.keys)
    if (paths.has(property))
      for (const key of keys) if (typeof key.value === "number") key.value = rounded(key.value * factor);
  for (const overrides of Object.values(own.overrides)) scaleOverrides(own, overrides, paths, scaling, isOutside);
  return own;
}

type IsOutside = (ref: string) => boolean;

/** Kinds of moves whose strength is a length. */
const isInU = (kind: keyof typeof moveKinds): boolean => kind === "strew" || kind === "blur-in";

const placed = ["place.dx", "place.dy"];

/** Paths of all lengths in u of a layer, but for its place and its size, which are looked at by themselves. */
const lengthPaths = (layer: Layer): string[] =>
  [...sharedNumbers, ...Object.keys(shapesNumbers[layer.kind]?.numbers ?? {})].filter(
    (path) => !placed.includes(path) && (numberFacts(layer, path)?.unit === "u" || path === "liquid.speed"),
  );
const shapesNumbers: Readonly<Record<string, { readonly numbers?: object } | undefined>> = shapeKinds;

function scaleAt(target: object, path: string, factor: number): void {
  const value = readPath(target, path);
  if (typeof value !== "number") return;
  const steps = path.split(".");
  const last = steps.pop()!;
  const held = steps.length === 0 ? target : readPath(target, steps.join("."));
  (held as Record<string, unknown>)[last] = rounded(value * factor);
}

/** A share of something that is scaled along stays that share. */
function scaledLength(length: Length, factor: number, isOutside: IsOutside): Length {
  if (typeof length === "number") return rounded(length * factor);
  const share = isOutside(length.of) ? rounded(length.share * factor) : length.share;
  return { ...length, share, plus: rounded(length.plus * factor) };
}

function scaledSize(size: SizeAxis, factor: number, isOutside: IsOutside): SizeAxis {
  const clamped = {
    ...size,
    ...(size.min !== undefined && { min: scaledLength(size.min, factor, isOutside) }),
    ...(size.max !== undefined && { max: scaledLength(size.max, factor, isOutside) }),
  };
  switch (clamped.kind) {
    case "fixed":
      return { ...clamped, u: rounded(clamped.u * factor) };
    case "share": {
      const share = isOutside(clamped.of) ? rounded(clamped.share * factor) : clamped.share;
      return { ...clamped, share, plus: rounded(clamped.plus * factor) };
    }
    case "around":
      return { ...clamped, before: rounded(clamped.before * factor), after: rounded(clamped.after * factor) };
    default:
      return clamped;
  }
}

/** How far a layer's own point moves when all is scaled about one place. */
function shiftOf({ id, place }: Layer, { factor, about, boxes, turnedRound }: Scaling): { x: number; y: number } {
  const box = boxes.get(id);
  if (!box) return { x: 0, y: 0 };
  const at = turnedRound ? 1 - place.at.x : place.at.x;
  const x = (factor - 1) * (box.x + at * box.width - about.x);
  return { x: turnedRound ? -x : x, y: (factor - 1) * (box.y + place.at.y * box.height - about.y) };
}

function scalePlace(layer: Layer, scaling: Scaling, isOutside: IsOutside): void {
  const { place } = layer;
  const shift = isOutside(place.on) ? shiftOf(layer, scaling) : undefined;
  const { factor } = scaling;
  layer.place = {
    ...place,
    dx: rounded(shift ? place.dx + shift.x : place.dx * factor),
    dy: rounded(shift ? place.dy + shift.y : place.dy * factor),
  };
}

function scaleText(layer: Extract<Layer, { kind: "text" }>, house: House, factor: number, isOutside: IsOutside): void {
  const { setting } = layer;
  const style = house.types.find(({ id }) => id === setting.type)?.style;
  if (readPath(layer, "setting.size") === undefined && style) setting.size = rounded(style.size * factor);
  if (setting.maxWidth !== undefined) setting.maxWidth = scaledLength(setting.maxWidth, factor, isOutside);
  for (const { ground } of layer.stretches) {
    if (!ground) continue;
    ground.x = rounded(ground.x * factor);
    ground.y = rounded(ground.y * factor);
    ground.corner = rounded(ground.corner * factor);
  }
}

/** What a format says for itself is scaled like what it stands for. */
function scaleOverrides(
  layer: Layer,
  overrides: Record<string, unknown>,
  lengths: ReadonlySet<string>,
  scaling: Scaling,
  isOutside: IsOutside,
): void {
  const { factor } = scaling;
  const shift = shiftOf(layer, scaling);
  for (const [path, value] of Object.entries(overrides)) {
    if (path === "width" || path === "height") overrides[path] = scaledSize(value as SizeAxis, factor, isOutside);
    else if (path === "setting.maxWidth") overrides[path] = scaledLength(value as Length, factor, isOutside);
    else if (typeof value !== "number") continue;
    else if (placed.includes(path)) {
      const on = (overrides["place.on"] as string | undefined) ?? layer.place.on;
      const by = path === "place.dx" ? shift.x : shift.y;
      overrides[path] = rounded(isOutside(on) ? value + by : value * factor);
    } else if (lengths.has(path) || /^(width|height)\.(u|plus|before|after)$/.test(path))
      overrides[path] = rounded(value * factor);
  }
}

/** Paths at which two states of a layer differ, as deep as they are objects of the same keys. */
function changesOf(before: unknown, after: unknown, at: string): [path: string, value: unknown][] {
  if (JSON.stringify(before) === JSON.stringify(after)) return [];
  const isPlain = (value: unknown): value is Record<string, unknown> =>
    typeof value === "object" && value !== null && !Array.isArray(value);
  if (!isPlain(before) || !isPlain(after)) return [[at, after]];
  return Object.keys(after)
    .filter((key) => key !== "overrides" && key !== "moves" && key !== "keys")
    .flatMap((key) => changesOf(before[key], after[key], at === "" ? key : `${at}.${key}`));
}
