import type { Design } from "../document/design";

/** What becomes of a sheet's columns on another release of its design. */
export interface ColumnChange {
  readonly label: string;
  readonly what: "new" | "gone" | "another kind" | "renamed";
}

/** How the fields of two releases differ. Cells of fields that are gone stay in their rows, for the way back. */
export function columnChanges(before: Design, after: Design): ColumnChange[] {
  const old = new Map(before.fields.map((field) => [field.id, field]));
  const now = new Map(after.fields.map((field) => [field.id, field]));
  const changed = after.fields.flatMap((field): ColumnChange[] => {
    const was = old.get(field.id);
    if (!was) return [{ label: field.label, what: "new" }];
    if (was.kind !== field.kind) return [{ label: field.label, what: "another kind" }];
    return was.label === field.label ? [] : [{ label: `${was.label}, now ${field.label}`, what: "renamed" }];
  });
  const gone = before.fields
    .filter(({ id }) => !now.has(id))
    .map(({ label }): ColumnChange => ({ label, what: "gone" }));
  return [...changed, ...gone];
}
