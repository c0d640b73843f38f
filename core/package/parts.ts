import { sameJson } from "../same";
import { differenceEuclidean } from "culori";
import { House } from "../document/house";
import type { Package } from "../document/package";
import { Design } from "../document/design";
import { referencesIn } from "../document/references";
import type { SavedMove } from "../document/saved-move";
import { bundledFonts, hasFamily } from "../type/catalogue";
import { packedHouse } from "./contents";

/*
 * What a package brings, beside what is there already.
 */

/** Kinds of parts that come with designs, in the order in which they are looked at. */
export const packagePartKinds = [
  "colour",
  "font",
  "type",
  "mark",
  "account",
  "picture",
  "video",
  "sound",
  "format",
  "saved-move",
] as const;
export type PackagePartKind = (typeof packagePartKinds)[number];

/** A part as it stands under its id: of a package, or of what is here. */
export interface Part {
  readonly kind: PackagePartKind;
  readonly id: string;
  readonly name: string;
  /** What makes it what it is; two parts with the same are the same. */
  readonly value: unknown;
  /** Parts it goes by, as `kind:id`. */
  readonly goesBy: readonly string[];
}

/** A house style with the saved moves beside it. */
export interface Stock {
  readonly house: House;
  /** Ids of its outputs. */
  readonly outputs?: readonly string[];
  readonly moves: readonly { readonly id: string; readonly document: SavedMove }[];
}

/** Every part of a house style and its saved moves. Fonts go by their family, whose files belong together. */
export function partsIn({ house, moves }: Stock): Part[] {
  const families = [...new Set(house.fonts.map(({ family }) => family))];
  return [
    // What goes on a colour first is what texts take on it; the others only may.
    ...house.colours.map(({ role, name, hex, on }) =>
      part("colour", role, name, { hex, on }, keysOf("colour", on.slice(0, 1))),
    ),
    ...families.map((family) => part("font", family, family, filesOf(house, family))),
    ...house.types.map(({ id, name, style }) => part("type", id, name, style, [`font:${style.family}`])),
    ...house.marks.map(({ id, name, ...value }) =>
      part("mark", id, name, value, namedBy("marks", { id, name, ...value })),
    ),
    ...house.accounts.map(({ id, ...value }) =>
      part("account", id, value.handle, value, namedBy("accounts", { id, ...value })),
    ),
    ...house.pictures.map(({ id, name, hash, width, height }) => part("picture", id, name, { hash, width, height })),
    ...house.videos.map(({ id, name, hash, fps, frames }) => part("video", id, name, { hash, fps, frames })),
    ...house.sounds.map(({ id, name, hash }) => part("sound", id, name, { hash })),
    ...house.formats.map(({ id, name, ...value }) => part("format", id, name, value)),
    ...moves.map(({ id, document }) => part("saved-move", id, document.name, document.parts)),
  ];
}

const part = (
  kind: PackagePartKind,
  id: string,
  name: string,
  value: unknown,
  goesBy: readonly string[] = [],
): Part => ({ kind, id, name, value, goesBy });

const keysOf = (kind: string, ids: readonly string[]): string[] => ids.map((id) => `${kind}:${id}`);

const namedBy = (list: "marks" | "accounts", entry: object): string[] =>
  referencesIn(House, { [list]: [entry] }).map(({ kind, id }) => `${kind}:${id}`);

const filesOf = (house: House, family: string) =>
  house.fonts
    .filter((font) => font.family === family)
    .map(({ weight, italic, hash }) => `${weight} ${italic} ${hash}`)
    .sort();

/** Where a part of a package stands: the same is here, same name, different here, or nothing is called so. */
export type PartState = "same" | "differs" | "new";

export interface Arrival {
  readonly kind: PackagePartKind;
  readonly id: string;
  readonly name: string;
  readonly state: PartState;
  /** What of here could stand in its place, by its id: the same, or what is most like it. */
  readonly ours?: string;
  /** What is here is the very same, though it is renamed, or looks the same as far as pictures go. */
  readonly alike: boolean;
  /** Parts it goes by that are others here, by their names, where it is no other itself. */
  readonly because: readonly string[];
  /** Some design of the package shows it, or a part of the package that one shows. */
  readonly needed: boolean;
}

/** Each part of a package and where it stands. */
export function arrivalsOf(pack: Package, here: Stock): Arrival[] {
  const ours = partsIn(here);
  const needed = neededIn(pack);
  const theirs = partsIn({ house: pack.house, moves: pack.moves });
  const states = statesOf(theirs, ours);
  return theirs.map((one) => {
    const like = likest(
      one,
      ours.filter(({ kind }) => kind === one.kind),
    );
    const { kind, id, name } = one;
    const key = `${kind}:${id}`;
    // What it goes by is another: then it is another, whatever it says itself.
    const others = one.goesBy.filter((other) => states.get(other) === "differs");
    const namesake = ours.find((other) => other.kind === kind && other.id === id);
    const isItself = namesake !== undefined && isSame(one, namesake);
    return {
      ...{ kind, id, name, state: states.get(key)! },
      ...(like === undefined ? {} : { ours: like.id }),
      because: isItself
        ? theirs.filter((other) => others.includes(`${other.kind}:${other.id}`)).map((other) => other.name)
        : [],
      alike:
        like !== undefined &&
        others.length === 0 &&
        (isSame(one, like) || (kind === "format" && sizeOf(one) === sizeOf(like))),
      needed: needed.has(key),
    };
  });
}

/** What is called the same and is the same, down to all that it goes by, is the same. */
function statesOf(theirs: readonly Part[], ours: readonly Part[]): Map<string, PartState> {
  const here = new Map(ours.map((one) => [`${one.kind}:${one.id}`, one]));
  const states = new Map<string, PartState>();
  for (const one of theirs) {
    const namesake = here.get(`${one.kind}:${one.id}`);
    const isJoining = one.kind === "font" && hasFamily(bundledFonts, one.id);
    states.set(
      `${one.kind}:${one.id}`,
      namesake === undefined ? (isJoining ? "differs" : "new") : isSame(one, namesake) ? "same" : "differs",
    );
  }
  for (let changed = true; changed;) {
    changed = false;
    for (const { kind, id, goesBy } of theirs) {
      const key = `${kind}:${id}`;
      if (states.get(key) !== "same" || !goesBy.some((other) => (states.get(other) ?? "same") !== "same")) continue;
      states.set(key, "differs");
      changed = true;
    }
  }
  return states;
}

export const isSame = (one: Part, other: Part): boolean => sameJson(one.value, other.value);

/** What is most like a part: the same, what is called so, or the nearest colour and the format of that size. */
function likest(one: Part, others: readonly Part[]): Part | undefined {
  const named = others.find(({ id }) => id === one.id) ?? others.find(({ name }) => sameWord(name, one.name));
  return others.find((other) => isSame(one, other)) ?? named ?? nearestTo(one, others);
}

const sameWord = (a: string, b: string): boolean => a.trim().toLowerCase() === b.trim().toLowerCase();

function nearestTo(one: Part, others: readonly Part[]): Part | undefined {
  if (one.kind === "colour") {
    const difference = differenceEuclidean("oklab");
    const hexOf = ({ value }: Part) => (value as { hex: string }).hex;
    const far = (other: Part) => difference(hexOf(one), hexOf(other));
    return [...others].sort((a, b) => far(a) - far(b))[0];
  }
  if (one.kind !== "format") return undefined;
  return others.find((other) => sizeOf(other) === sizeOf(one));
}

const sizeOf = ({ value }: Part): string =>
  `${(value as { width: number }).width} ${(value as { height: number }).height}`;

/** What designs of a package need of it, as `kind:id`; of a whole house style nothing else is needed. */
function neededIn(pack: Package): Set<string> {
  const packed = packedHouse(pack.house, pack.designs);
  const worn = new Set(pack.designs.flatMap(({ document }) => savedIn(document)));
  const shown = pack.designs.length === 0 ? [] : partsIn({ house: packed, moves: [] });
  return new Set([...shown.map(({ kind, id }) => `${kind}:${id}`), ...[...worn].map((id) => `saved-move:${id}`)]);
}

const savedIn = (document: Package["designs"][number]["document"]): string[] =>
  referencesIn(Design, document).flatMap(({ kind, id }) => (kind === "saved-move" ? [id] : []));
