import type { House } from "../document/house";
import { freshId, idFrom } from "./blank";

/*
 * Changes of a house style. Like changes of a design they work on a draft in place.
 */

const taken = (entries: readonly { id: string }[]): Set<string> => new Set(entries.map(({ id }) => id));

type Named<T extends keyof House> = House[T] extends (infer E)[] ? Omit<E, "id"> : never;

/** Enters something under a name; gives its id. */
export function enter<T extends "marks" | "pictures" | "videos" | "sounds">(
  house: House,
  list: T,
  entry: Named<T> & { name: string },
): string {
  const entries = house[list] as { id: string }[];
  const id = freshId(idFrom(entry.name, list.slice(0, -1)), taken(entries));
  entries.push({ ...entry, id } as never);
  return id;
}

export function addColour(house: House, name: string, hex: string): string {
  const role = freshId(idFrom(name, "colour"), new Set(house.colours.map((colour) => colour.role)));
  house.colours.push({ role, name, hex, on: [] });
  return role;
}

export function addType(house: House): string {
  const id = freshId("style", taken(house.types));
  const family = house.types[0]?.style.family ?? "Figtree";
  const plain = {
    weight: 500,
    italic: false,
    size: 3,
    tracking: 0,
    leading: 1.2,
    box: "line",
    figures: "as-drawn",
    case: "as-typed",
    features: {},
  } as const;
  house.types.push({ id, name: "New style", style: { family, ...plain } });
  return id;
}

export function addFormat(house: House): string {
  const id = freshId("format", taken(house.formats));
  house.formats.push({
    id,
    name: "New format",
    width: 1280,
    height: 720,
    actionSafe: 0.035,
    titleSafe: 0.05,
    keepClear: [],
  });
  return id;
}

export function addAccount(house: House): string {
  const id = freshId("account", taken(house.accounts));
  const [ground, ink] = [house.colours[0]!.role, house.colours[1]?.role ?? house.colours[0]!.role];
  house.accounts.push({ id, network: "Network", handle: "@handle", mark: house.marks[0]?.id ?? "", ground, ink });
  return id;
}

/** Two accounts change places; lists and sheets of all accounts go by their order. */
export function swapAccounts({ accounts }: House, one: number, other: number): void {
  const [first, second] = [accounts[one], accounts[other]];
  if (!first || !second) return;
  accounts[one] = second;
  accounts[other] = first;
}

/** Puts parts into an entry of the house style's draft; what is undefined goes. */
export function withParts<T extends object>(entry: T, parts: Partial<T>): void {
  Object.assign(entry, parts);
  for (const key of Object.keys(parts) as (keyof T)[]) if (parts[key] === undefined) delete entry[key];
}
