import { Design } from "../document/design";
import { House } from "../document/house";
import type { PackagedDesign } from "../document/package";
import { referencesIn, type Ref, type RefKind } from "../document/references";
import { houseLists } from "../edit/house-remove";
import { layerFamilies } from "./families";

/*
 * What of a house style goes out with designs: what they name, and what that names in turn.
 */

// Fonts go by their families.
const { font: _font, ...lists } = houseLists;
type ListKind = keyof typeof lists;

const isListKind = (kind: RefKind): kind is ListKind => Object.hasOwn(lists, kind);
const idOf = (entry: object): string => (entry as { role?: string; id?: string }).role ?? (entry as { id: string }).id;

/** Everything that fill-ins name: an id, or a word with an id behind it. */
function idsInValues(value: unknown, found: Set<string>): void {
  if (typeof value === "string") {
    found.add(value);
    for (const word of value.split(/[:,]/)) found.add(word.trim());
  } else if (typeof value === "object" && value !== null)
    for (const inner of Object.values(value)) idsInValues(inner, found);
}

/** The part of a house style that designs can show, in all their formats, filled in anyhow. */
export function packedHouse(house: House, designs: readonly Pick<PackagedDesign, "document" | "rows">[]): House {
  const kept = new Map<ListKind, Set<string>>();
  const waiting: Ref[] = designs.flatMap(({ document }) => referencesIn(Design, document));
  const filled = new Set<string>();
  idsInValues(
    designs.flatMap(({ rows }) => rows.map(({ fields }) => fields)),
    filled,
  );
  for (const kind of Object.keys(lists) as ListKind[]) {
    for (const entry of house[lists[kind]]) if (filled.has(idOf(entry))) waiting.push({ kind, id: idOf(entry) });
  }
  for (let ref = waiting.pop(); ref; ref = waiting.pop()) {
    if (!isListKind(ref.kind)) continue;
    const ids = kept.get(ref.kind) ?? new Set();
    if (ids.has(ref.id)) continue;
    kept.set(ref.kind, ids.add(ref.id));
    const entry = house[lists[ref.kind]].find((one) => idOf(one) === ref.id);
    if (entry) waiting.push(...referencesIn(House, { [lists[ref.kind]]: [entry] }));
  }
  const of = <K extends ListKind>(kind: K): House[(typeof lists)[K]] =>
    (house[lists[kind]] as object[]).filter((entry) => kept.get(kind)?.has(idOf(entry))) as House[(typeof lists)[K]];
  const types = of("type");
  const families = new Set([
    ...types.map(({ style }) => style.family),
    ...designs.flatMap(({ document }) => layerFamilies(document)),
  ]);
  return {
    ...house,
    // A house style has at least one colour and one format.
    colours:
      of("colour").length > 0 ? of("colour") : house.colours.slice(0, 1).map((colour) => ({ ...colour, on: [] })),
    types,
    marks: of("mark"),
    pictures: of("picture"),
    videos: of("video"),
    sounds: of("sound"),
    accounts: of("account"),
    formats: of("format").length > 0 ? of("format") : house.formats.slice(0, 1),
    fonts: house.fonts.filter(({ family }) => families.has(family)),
  };
}

/** What a design names that a house style has not, in words; nothing when all is there. */
export function missingIn(house: House, design: Design): string[] {
  const has = new Set(
    (Object.keys(lists) as ListKind[]).flatMap((kind) => house[lists[kind]].map((entry) => `${kind}:${idOf(entry)}`)),
  );
  const missing = referencesIn(Design, design).filter(({ kind, id }) => isListKind(kind) && !has.has(`${kind}:${id}`));
  return [...new Set(missing.map(({ kind, id }) => `the ${kind === "type" ? "type style" : kind} “${id}”`))];
}
