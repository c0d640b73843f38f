import { Design } from "./design";
import type { House } from "./house";
import { withReferences } from "./references";
import type { Values } from "./values";

/** Every id that a design names, whatever of. */
function namedIn(design: Design): Set<string> {
  const ids = new Set<string>();
  withReferences(Design, design, { ref: ({ id }) => void ids.add(id) });
  return ids;
}

/** Every id that a fill-in may name: a choice, a colour, an account, a picture. */
function textsIn(value: unknown, found: Set<string>): void {
  if (typeof value === "string") for (const word of value.split(":")) found.add(word);
  else if (typeof value === "object" && value !== null) for (const inner of Object.values(value)) textsIn(inner, found);
}

/**
 * The part of a house style that a design can show in one format, filled in once or more often: nothing else of the house
 * goes out with it.
 * Colours and type styles stay all, they are few.
 */
export function usedHouse(house: House, design: Design, values: Values | readonly Values[], format: string): House {
  const named = namedIn(design);
  textsIn(
    [values].flat().map(({ fields }) => fields),
    named,
  );
  const kept = <T extends { readonly id: string }>(list: readonly T[]): T[] => list.filter(({ id }) => named.has(id));
  const accounts = kept(house.accounts);
  for (const { mark } of accounts) named.add(mark);
  for (const { onLight, onDark } of kept(house.marks)) {
    for (const version of [onLight, onDark]) if (version && "mark" in version) named.add(version.mark);
  }
  return {
    ...house,
    accounts,
    marks: kept(house.marks),
    pictures: kept(house.pictures),
    videos: kept(house.videos),
    sounds: [],
    formats: house.formats.filter(({ id }) => id === format),
  };
}
