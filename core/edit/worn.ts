import type { Design } from "../document/design";
import type { House } from "../document/house";
import { Layer } from "../document/layer";
import { copied } from "./copied";
import { untieStrangers } from "./ties";

/*
 * How a layer looks, taken to others: its colours, its line, its light and shadow, how its words are set; never what it
 * says, where it stands, or how it moves.
 */

/** What every layer may wear. */
const shared = ["opacity", "blend", "blur", "shadow", "glow", "gleam", "trail"] as const;
/** What shapes and texts have of their own, and goes from a shape to a shape and from a text to a text. */
const painted = ["fill", "stroke"] as const;
const shaped = ["corners", "slant", "liquid"] as const;
/** Of how words are set: not how wide they may run, which belongs to where they stand. */
const set = ["type", "size", "weight", "italic", "tracking", "leading", "figures", "case", "align"] as const;

type Parts = Record<string, unknown>;

/** A look that has been taken from a layer. */
export interface Look {
  readonly of: "text" | "shape" | "other";
  readonly kind: Layer["kind"];
  readonly worn: Readonly<Parts>;
  readonly setting: Readonly<Parts>;
}

const sortOf = ({ kind }: Pick<Layer, "kind">): Look["of"] =>
  kind === "text" ? "text" : kind === "picture" || kind === "group" ? "other" : "shape";

const pick = (from: object, keys: readonly string[]): Parts =>
  Object.fromEntries(keys.map((key) => [key, (from as Parts)[key]]));

/** What a layer wears, without anything that only it has. */
export function lookOf(layer: Layer): Look {
  const of = sortOf(layer);
  const keys = of === "other" ? shared : of === "text" ? [...shared, ...painted] : [...shared, ...painted, ...shaped];
  const setting = layer.kind === "text" ? pick(layer.setting, set) : {};
  return copied({ of, kind: layer.kind, worn: pick(layer, keys), setting });
}

/**
 * Puts a look on layers: all of it on those of its own sort, on others what every layer may wear. Colours that follow a
 * layer which is not here become the house's own. What a layer can't wear stays as it was.
 */
export function putLook(design: Design, house: House, ids: readonly string[], look: Look): void {
  for (const layer of design.layers) {
    if (!ids.includes(layer.id)) continue;
    const alike = sortOf(layer) === look.of && look.of !== "other";
    const keys: readonly string[] = [...shared, ...(alike ? painted : []), ...(layer.kind === look.kind ? shaped : [])];
    const tried = copied(layer) as Layer & Parts;
    for (const key of keys) {
      // A colour can't follow the layer that wears it.
      if (JSON.stringify(look.worn[key] ?? null).includes(`:${layer.id}"`)) continue;
      if (look.worn[key] === undefined) delete tried[key];
      else if (Object.hasOwn(look.worn, key)) tried[key] = copied(look.worn[key]) as never;
    }
    if (tried.kind === "text" && alike) {
      for (const key of set) {
        if (look.setting[key] === undefined) delete (tried.setting as Parts)[key];
        else (tried.setting as Parts)[key] = look.setting[key];
      }
    }
    const parsed = Layer.safeParse(tried);
    if (parsed.success) Object.assign(layer, withoutMissing(layer, parsed.data, keys));
  }
  untieStrangers(
    design,
    design.layers.filter(({ id }) => ids.includes(id)),
    house,
  );
}

/** The changed parts, with those taken off that the look has not. */
function withoutMissing(layer: Layer, next: Layer, keys: readonly string[]): Parts {
  const from = next as unknown as Parts;
  for (const key of keys) if (from[key] === undefined) delete (layer as unknown as Parts)[key];
  const parts = Object.fromEntries(keys.flatMap((key) => (from[key] === undefined ? [] : [[key, from[key]]])));
  return next.kind === "text" ? { ...parts, setting: next.setting } : parts;
}
