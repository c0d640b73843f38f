import { sameJson } from "../same";

/*
 * Two changed copies of one document become one. Lists whose entries have ids or roles are merged entry by entry, objects key by
 * key; everything else is one value, which only one of both can have changed.
 */

/** A value that both have changed, each otherwise; undefined where one has taken it away. */
export interface Clash {
  /** Keys from the document down; ids in place of numbers where entries have them. */
  readonly path: readonly string[];
  readonly mine: unknown;
  readonly theirs: unknown;
}

export interface Merge<T> {
  readonly merged: T;
  readonly clashes: readonly Clash[];
}

/** Whose value stands where both have changed it. */
export type Choice = (path: string) => "mine" | "theirs";

export const pathKey = (path: readonly string[]): string => path.join(" ");

/** Both changes of `base` in one document; where they clash, whichever is chosen by the place. */
export function mergeDocuments<T>(base: T, mine: T, theirs: T, choose: Choice = () => "mine"): Merge<T> {
  const clashes: Clash[] = [];
  const merged = merge(base, mine, theirs, { path: [], clashes, choose });
  return { merged: merged as T, clashes };
}

interface Place {
  readonly path: readonly string[];
  readonly clashes: Clash[];
  readonly choose: Choice;
}

function merge(base: unknown, mine: unknown, theirs: unknown, place: Place): unknown {
  if (sameJson(mine, theirs) || sameJson(base, theirs)) return mine;
  if (sameJson(base, mine)) return theirs;
  const lists = [entriesOf(base), entriesOf(mine), entriesOf(theirs)] as const;
  if (lists[0] && lists[1] && lists[2]) return mergeLists(lists[0], lists[1], lists[2], place);
  if (isObject(mine) && isObject(theirs) && isObject(base) && alike(base, mine, theirs))
    return mergeObjects(base, mine, theirs, place);
  place.clashes.push({ path: place.path, mine, theirs });
  return place.choose(pathKey(place.path)) === "mine" ? mine : theirs;
}

type Entry = Readonly<Record<string, unknown>>;

/** What entries of lists are told apart by, the first that all of a list have. */
const names = ["id", "role", "property", "hash"] as const;

const isObject = (value: unknown): value is Readonly<Record<string, unknown>> =>
  typeof value === "object" && value !== null && !Array.isArray(value);

/** Entries by what they are told apart by; undefined for what is no such list. */
function entriesOf(value: unknown): ReadonlyMap<string, Entry> | undefined {
  if (!Array.isArray(value) || !value.every(isObject)) return undefined;
  for (const name of names) {
    const entries = new Map(value.map((entry) => [entry[name], entry]));
    if (entries.size === value.length && [...entries.keys()].every((key) => typeof key === "string"))
      return entries as ReadonlyMap<string, Entry>;
  }
  return undefined;
}

/** Objects of different kinds have nothing in common to be merged. */
const alike = (...values: readonly Readonly<Record<string, unknown>>[]): boolean =>
  new Set(values.map(({ kind }) => kind)).size === 1;

function mergeObjects(
  base: Readonly<Record<string, unknown>>,
  mine: Readonly<Record<string, unknown>>,
  theirs: Readonly<Record<string, unknown>>,
  place: Place,
): Record<string, unknown> {
  const result: Record<string, unknown> = {};
  for (const key of new Set([...Object.keys(mine), ...Object.keys(theirs)])) {
    const value = merge(base[key], mine[key], theirs[key], { ...place, path: [...place.path, key] });
    if (value !== undefined) result[key] = value;
  }
  return result;
}

type Entries = ReadonlyMap<string, Entry>;

function mergeLists(was: Entries, own: Entries, other: Entries, place: Place): unknown[] {
  const kept = new Map<string, unknown>();
  for (const id of new Set([...own.keys(), ...other.keys()])) {
    const value = merge(was.get(id), own.get(id), other.get(id), { ...place, path: [...place.path, id] });
    if (value !== undefined) kept.set(id, value);
  }
  return mergedOrder([...was.keys()], [...own.keys()], [...other.keys()], (id) => kept.has(id)).map((id) =>
    kept.get(id),
  );
}

/** The order of whoever has changed it, mine where both have; what the other has added follows what it followed there. */
function mergedOrder(
  base: readonly string[],
  mine: readonly string[],
  theirs: readonly string[],
  has: (id: string) => boolean,
): string[] {
  const common = (list: readonly string[]) => list.filter((id) => base.includes(id)).join(" ");
  const untouched = base.filter((id) => mine.includes(id)).join(" ") === common(mine);
  const [first, second] = untouched ? [theirs, mine] : [mine, theirs];
  const result = first.filter(has);
  second.forEach((id, i) => {
    if (!has(id) || result.includes(id)) return;
    const before = second.slice(0, i).findLast((other) => result.includes(other));
    result.splice(before === undefined ? 0 : result.indexOf(before) + 1, 0, id);
  });
  return result;
}
