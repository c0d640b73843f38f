import { Design } from "../document/design";
import { House } from "../document/house";
import type { Package } from "../document/package";
import { gone, withReferences, type Ref } from "../document/references";
import { SavedMove } from "../document/saved-move";
import { freshId, numberedName } from "../edit/blank";
import { bundledFonts, hasFamily } from "../type/catalogue";
import { withFamilies } from "./families";
import { arrivalsOf, partsIn, type Arrival, type PackagePartKind, type Stock } from "./parts";

/*
 * A package taken into a house: each part keeps its own, takes what is here instead, or stays away.
 */

/** What becomes of a part, by `kind:id`: what is needed comes along with its own unless said otherwise. */
export type PartChoice = { readonly ours: string } | "own" | "leave";
export type PartChoices = Readonly<Record<string, PartChoice>>;

export interface Adopted {
  readonly house: House;
  /** In the order of the package, with what they name as it is called here. */
  readonly designs: readonly Design[];
  /** Saved moves that come along. */
  readonly moves: readonly { readonly id: string; readonly document: SavedMove }[];
}

/** A choice that can't be: a part that is needed was left away, or what was chosen is not here. */
export class ChoiceError extends Error {
  constructor(
    readonly part: string,
    message: string,
  ) {
    super(message);
    this.name = "ChoiceError";
  }
}

/** What designs of a package look like here, and what the house style is with what comes along. Throws ChoiceError. */
export function adoptPackage(pack: Package, here: Stock, choices: PartChoices): Adopted {
  const arrivals = arrivalsOf(pack, here);
  const names = new Names(arrivals, here, choices, pack.whole);
  const ref = ({ kind, id }: Ref) => {
    if (kind === "output") return here.outputs?.includes(id) ? undefined : gone;
    return names.of(kind as PackagePartKind, id) ?? (kind === "saved-move" ? gone : undefined);
  };
  const named = <T>(schema: Parameters<typeof withReferences>[0], value: T) =>
    withReferences(schema, value, { ref }) as T;
  const coming = (kind: PackagePartKind, id: string) => names.isComing(kind, id);
  const theirs = named(House, pack.house);
  const entered = <T extends object>(kind: PackagePartKind, list: readonly T[], was: readonly object[]): T[] =>
    list.flatMap((entry, i) => {
      const id = idOf(was[i]!);
      return coming(kind, id) ? [withId(entry, names.of(kind, id) ?? id)] : [];
    });
  const familyOf = (family: string) => names.of("font", family) ?? family;
  const { house } = here;
  const next: House = {
    ...house,
    colours: [
      ...house.colours,
      ...entered("colour", theirs.colours, pack.house.colours).map((colour) => ({
        ...colour,
        on: [...new Set(colour.on)].filter((role) => role !== colour.role),
      })),
    ],
    types: [
      ...house.types,
      ...entered("type", theirs.types, pack.house.types).map((type) => ({
        ...type,
        style: { ...type.style, family: familyOf(type.style.family) },
      })),
    ],
    marks: [...house.marks, ...entered("mark", theirs.marks, pack.house.marks)],
    accounts: [...house.accounts, ...entered("account", theirs.accounts, pack.house.accounts)],
    pictures: [...house.pictures, ...entered("picture", theirs.pictures, pack.house.pictures)],
    videos: [...house.videos, ...entered("video", theirs.videos, pack.house.videos)],
    sounds: [...house.sounds, ...entered("sound", theirs.sounds, pack.house.sounds)],
    formats: [...house.formats, ...entered("format", theirs.formats, pack.house.formats)],
    fonts: [...house.fonts, ...fontsComing(pack.house, house, names)],
  };
  return {
    house: withOwnNames(next, house),
    designs: pack.designs.map(({ document }) => {
      const design = withFamilies(named(Design, document), familyOf);
      return {
        ...withFormats(design, names),
        fields: design.fields.map(offeringOnce),
        formats: [...new Set(design.formats)],
      };
    }),
    moves: pack.moves
      .filter(({ id }) => coming("saved-move", id))
      .map(({ id, document }) => ({ id: names.of("saved-move", id) ?? id, document: named(SavedMove, document) })),
  };
}

const idOf = (entry: object): string => (entry as { role?: string; id?: string }).role ?? (entry as { id: string }).id;
const withId = <T extends object>(entry: T, id: string): T =>
  "role" in entry ? { ...entry, role: id } : { ...entry, id };

/** What two parts have become one of is offered once. */
const offeringOnce = (field: Design["fields"][number]): Design["fields"][number] =>
  "choices" in field
    ? ({ ...field, choices: [...new Set(field.choices as readonly string[])] } as typeof field)
    : field;

/** What formats have of their own is kept under their ids. */
function withFormats(design: Design, names: Names): Design {
  const layers = design.layers.map((layer) => ({
    ...layer,
    overrides: Object.fromEntries(
      Object.entries(layer.overrides).map(([format, own]) => [names.of("format", format) ?? format, own]),
    ),
  }));
  return { ...design, layers };
}

/** Files of families that come; of a family that ships with Rubrick, those weights that are not here yet. */
function fontsComing(theirs: House, ours: House, names: Names): House["fonts"] {
  const taken = new Set(ours.fonts.map(({ id }) => id));
  const known = new Set(ours.fonts.map(({ family, hash }) => `${family} ${hash}`));
  return theirs.fonts.flatMap((font) => {
    if (!names.isComing("font", font.family)) return [];
    const family = names.of("font", font.family) ?? font.family;
    if (known.has(`${family} ${font.hash}`)) return [];
    const id = freshId(font.id, taken);
    taken.add(id);
    return [{ ...font, id, family }];
  });
}

/** Names that people choose by are there once: what has come later is numbered. */
function withOwnNames(next: House, before: House): House {
  const told = <T extends { readonly name: string }>(list: readonly T[], known: number): T[] => {
    const taken = new Set<string>();
    return list.map((entry, i) => {
      const name = i < known ? entry.name : numberedName(entry.name, taken);
      taken.add(name);
      return name === entry.name ? entry : { ...entry, name };
    });
  };
  return {
    ...next,
    colours: told(next.colours, before.colours.length),
    types: told(next.types, before.types.length),
    marks: told(next.marks, before.marks.length),
    formats: told(next.formats, before.formats.length),
  };
}

/** What each part of a package is called here. */
class Names {
  private readonly names = new Map<string, string>();
  private readonly coming = new Set<string>();

  constructor(arrivals: readonly Arrival[], here: Stock, choices: PartChoices, whole: boolean) {
    const taken = new Map<PackagePartKind, Set<string>>();
    for (const { kind, id } of partsIn(here)) taken.set(kind, (taken.get(kind) ?? new Set<string>()).add(id));
    for (const arrival of arrivals) {
      const key = `${arrival.kind}:${arrival.id}`;
      const choice = arrival.state === "same" ? { ours: arrival.id } : (choices[key] ?? startOf(arrival, whole));
      const ids = taken.get(arrival.kind) ?? new Set<string>();
      taken.set(arrival.kind, ids);
      if (choice === "leave") {
        if (arrival.needed) throw new ChoiceError(key, `A design shows “${arrival.name}”: it can’t be left away.`);
      } else if (choice === "own") {
        this.coming.add(key);
        // Weights of a family that ships join it; any other family that is called so is another one.
        const isJoining = arrival.kind === "font" && hasFamily(bundledFonts, arrival.id);
        const id = isJoining
          ? arrival.id
          : arrival.kind === "font"
            ? numberedName(arrival.id, ids)
            : freshId(arrival.id, ids);
        ids.add(id);
        this.names.set(key, id);
      } else {
        if (!ids.has(choice.ours) && !(arrival.kind === "font" && hasFamily(bundledFonts, choice.ours))) {
          throw new ChoiceError(key, `What was chosen in the place of “${arrival.name}” is not here any more.`);
        }
        this.names.set(key, choice.ours);
      }
    }
  }

  /** Its id here; undefined for what is no part of the package. */
  of(kind: PackagePartKind, id: string): string | undefined {
    return this.names.get(`${kind}:${id}`);
  }

  isComing(kind: PackagePartKind, id: string): boolean {
    return this.coming.has(`${kind}:${id}`);
  }
}

/** What nothing shows stays away, unless a whole house style comes. */
const startOf = ({ needed }: Arrival, whole: boolean): PartChoice => (needed || whole ? "own" : "leave");

/** What an import begins with: its own of everything that is needed and not here already. */
export const startingChoices = (arrivals: readonly Arrival[], whole: boolean): PartChoices =>
  choicesWith(arrivals, (one) => (one.alike && one.ours !== undefined ? { ours: one.ours } : startOf(one, whole)));

/** What is here in every place where something could stand in. */
export const choicesOfOurs = (arrivals: readonly Arrival[], whole: boolean): PartChoices =>
  choicesWith(arrivals, (one) => (one.ours !== undefined ? { ours: one.ours } : startOf(one, whole)));

const choicesWith = (arrivals: readonly Arrival[], choiceFor: (arrival: Arrival) => PartChoice): PartChoices =>
  Object.fromEntries(
    arrivals.filter(({ state }) => state !== "same").map((one) => [`${one.kind}:${one.id}`, choiceFor(one)] as const),
  );
