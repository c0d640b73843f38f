import { Design } from "../document/design";
import { House } from "../document/house";
import type { Mark } from "../document/vector";
import { gone, referencesIn, withReferences, type Ref } from "../document/references";
import { bundledFonts, hasFamily } from "../type/catalogue";

/*
 * Taking something out of a house style: who names it, and what they take instead.
 */

export const housePartKinds = [
  "colour",
  "type",
  "mark",
  "picture",
  "video",
  "sound",
  "account",
  "format",
  "font",
] as const;
export type HousePartKind = (typeof housePartKinds)[number];

/** A part of a house style. Fonts are named by their family, which several files may share. */
export interface HousePart {
  readonly kind: HousePartKind;
  readonly id: string;
}

/** Where a house style holds each kind of part. */
export const houseLists = {
  colour: "colours",
  type: "types",
  mark: "marks",
  picture: "pictures",
  video: "videos",
  sound: "sounds",
  account: "accounts",
  format: "formats",
  font: "fonts",
} as const;

const idOf = (kind: HousePartKind, entry: object): string =>
  kind === "colour" ? (entry as { role: string }).role : (entry as { id: string }).id;

const nameOf = (entry: object): string => {
  const { name, handle, family } = entry as { name?: string; handle?: string; family?: string };
  return name ?? handle ?? family ?? "";
};

/** What a house style has of a kind: ids and the names people see. */
export const partsOfHouse = (house: House, kind: HousePartKind): { id: string; name: string }[] =>
  house[houseLists[kind]].map((entry) => ({ id: idOf(kind, entry), name: nameOf(entry) }));

/** Parts that one state of a house style has and another has not any more. */
export function partsGone(before: House, after: House): HousePart[] {
  return housePartKinds.flatMap((kind) => {
    const left = new Set(partsOfHouse(after, kind).map(({ id }) => id));
    return partsOfHouse(before, kind)
      .filter(({ id }) => !left.has(id))
      .map(({ id }) => ({ kind, id }));
  });
}

/** The family of a font whose last file in the house this is; undefined while others, or ours, can stand in. */
function lastOfFamily(house: House, id: string): string | undefined {
  const font = house.fonts.find((entry) => entry.id === id);
  if (!font || hasFamily(bundledFonts, font.family)) return undefined;
  return house.fonts.some((entry) => entry !== font && entry.family === font.family) ? undefined : font.family;
}

const isNamed =
  ({ kind, id }: HousePart) =>
  (ref: Ref): boolean =>
    ref.kind === kind && ref.id === id;

/** Whether a design names a part of its house style. */
export function namesPart(design: Design, part: HousePart, house: House): boolean {
  if (part.kind !== "font") return referencesIn(Design, design).some(isNamed(part));
  const family = lastOfFamily(house, part.id);
  const stretches = design.layers.flatMap((layer) => (layer.kind === "text" ? layer.stretches : []));
  return family !== undefined && stretches.some((stretch) => stretch.family === family);
}

/** Names of what in the house style itself goes by this part. */
export function houseNames(house: House, part: HousePart): string[] {
  const named = (entry: object, list: keyof House) => {
    const alone = { ...house, colours: [], types: [], marks: [], accounts: [], fonts: [], [list]: [entry] };
    return referencesIn(House, alone).some(isNamed(part));
  };
  const family = part.kind === "font" ? lastOfFamily(house, part.id) : undefined;
  return [
    ...house.colours.filter((entry) => named(entry, "colours")).map(({ name }) => `text on ${name}`),
    ...house.marks.filter((entry) => named(entry, "marks")).map(({ name }) => `the mark ${name}`),
    ...house.accounts.filter((entry) => named(entry, "accounts")).map(({ handle }) => `the account ${handle}`),
    ...house.types.filter(({ style }) => style.family === family).map(({ name }) => `the type style ${name}`),
  ];
}

/** Whether what names a part can do without it: a picture layer may be empty, a clip silent, a design without a format. */
export const mayBeMissing = (kind: HousePartKind): boolean => !["colour", "type", "account", "font"].includes(kind);

/** A design that names something else in the part's place; without that, whatever can be missing is. */
export function withoutPart(design: Design, part: HousePart, instead: string | undefined, house: House): Design {
  if (part.kind === "font") return withFamily(design, lastOfFamily(house, part.id), instead);
  const changes = { ref: (ref: Ref) => (isNamed(part)(ref) ? (instead ?? gone) : undefined) };
  const next = withReferences(Design, design, changes);
  // Lists of what is offered name a thing once.
  const once = <T>(list: T[]): T[] => [...new Set(list)];
  const changed = (next === gone ? design : next) as Design;
  return {
    ...changed,
    formats: once(changed.formats),
    fields: changed.fields.map((field) => ("choices" in field ? { ...field, choices: once(field.choices) } : field)),
  };
}

function withFamily(design: Design, from: string | undefined, to: string | undefined): Design {
  if (from === undefined || to === undefined) return design;
  const layers = design.layers.map((layer) =>
    layer.kind === "text"
      ? { ...layer, stretches: layer.stretches.map((s) => (s.family === from ? { ...s, family: to } : s)) }
      : layer,
  );
  return { ...design, layers };
}

/** Pieces of a mark that goes stay as they were cut: each is a piece of itself from then on. */
const orphaned = (marks: readonly Mark[], id: string): Mark[] =>
  marks.map((mark) => (mark.piece?.of === id ? { ...mark, piece: { ...mark.piece, of: mark.id } } : mark));

/** The house style without a part; what in it named the part names `instead`, or nothing where that may be. */
export function houseWithout(house: House, part: HousePart, instead: string | undefined): House {
  const list = houseLists[part.kind];
  const family = part.kind === "font" ? lastOfFamily(house, part.id) : undefined;
  const kept = part.kind === "mark" ? { ...house, marks: orphaned(house.marks, part.id) } : house;
  const rest = { ...kept, [list]: kept[list].filter((entry) => idOf(part.kind, entry) !== part.id) };
  const changes = { ref: (ref: Ref) => (isNamed(part)(ref) ? (instead ?? gone) : undefined) };
  const next = withReferences(House, rest, changes) as House;
  return {
    ...next,
    // A colour can't be the text on itself.
    colours: next.colours.map((colour) => ({
      ...colour,
      on: [...new Set(colour.on)].filter((role) => role !== colour.role),
    })),
    types: next.types.map((type) =>
      family !== undefined && instead !== undefined && type.style.family === family
        ? { ...type, style: { ...type.style, family: instead } }
        : type,
    ),
  };
}
