import type { Design } from "../document/design";
import { likeness } from "../fields/likeness";
import type { Column } from "./row";

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
