import type { Design } from "../document/design";
import type { Column } from "./row";

const plain = (text: string): string =>
  text
    .normalize("NFKD")
    .replace(/\p{M}/gu, "")
    .toLocaleLowerCase("en")
    .replace(/[^\p{L}\p{N}]+/gu, " ")
    .trim();

const pairs = (text: string): string[] =>
  Array.from({ length: Math.max(0, text.length - 1) }, (_, i) => text.slice(i, i + 2));

/** Whether the first has all the words of the second, and more: “Full name” and “Name”. */
const saysMore = (long: string, short: string): boolean =>
  short !== "" && short.split(" ").every((word) => long.split(" ").includes(word));

/** How alike two names are, from 0 to 1: by their words, or twice the pairs of letters they share, of all they have. Source: Dice, 1945. */
export function likeness(a: string, b: string): number {
  if (plain(a) === plain(b) && plain(a) !== "") return 1;
  if (saysMore(plain(a), plain(b)) || saysMore(plain(b), plain(a))) return 0.8;
  const [first, second] = [pairs(plain(a)), pairs(plain(b))];
  const left = [...second];
  let shared = 0;
  for (const pair of first) {
    const at = left.indexOf(pair);
    if (at >= 0) {
      left.splice(at, 1);
      shared++;
    }
  }
  return first.length + second.length === 0 ? 0 : (2 * shared) / (first.length + second.length);
}

/** Alike enough to be offered as a match. */
const leastLikeness = 0.55;

/** What the columns of a sheet go by: their ids, their labels, and what people call the two that are no fields. */
export function columnNames(design: Design): readonly { readonly column: Column; readonly names: readonly string[] }[] {
  return [
    ...design.fields.map(({ id, label }) => ({ column: id as Column, names: [label, id] })),
    { column: "@length", names: ["Length", "Length in seconds", "Duration", "Seconds"] },
    { column: "@note", names: ["Note", "Notes", "Remark"] },
  ];
}

/**
 * Which column of a sheet each column of a table goes into; undefined for those that go nowhere. By the same name first,
 * then by likeness, the most alike first; no column is filled twice.
 */
export function matchColumns(heading: readonly string[], design: Design): (Column | undefined)[] {
  const candidates = heading.flatMap((name, at) =>
    columnNames(design).map(({ column, names }) => ({
      at,
      column,
      score: Math.max(...names.map((known) => likeness(name, known))),
    })),
  );
  const matched: (Column | undefined)[] = heading.map(() => undefined);
  const taken = new Set<Column>();
  for (const { at, column, score } of candidates.sort((a, b) => b.score - a.score || a.at - b.at)) {
    if (score < leastLikeness || matched[at] !== undefined || taken.has(column)) continue;
    matched[at] = column;
    taken.add(column);
  }
  return matched;
}
