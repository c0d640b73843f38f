import type { Design } from "../document/design";
import type { House } from "../document/house";
import { kindOf, type Field } from "../fields/field";
import { cellOf, type Cells, type Column } from "./row";

/** A cell that names a picture or video which is not here yet. */
export interface NamedMedia {
  readonly row: string;
  readonly column: Column;
  readonly kind: "picture" | "video";
  readonly text: string;
}

type Slot = Extract<Field, { kind: "picture" | "video" }>;
const isSlot = (field: Field): field is Slot => field.kind === "picture" || field.kind === "video";

/** Fields that take a picture or video of the filler's own. */
export const ownSlots = (design: Design): Slot[] => design.fields.filter(isSlot).filter(({ own }) => own);

/** The cells of rows that name a file: what is no picture of the house's. */
export function namedMedia(
  design: Design,
  house: House,
  rows: readonly { readonly id: string; readonly cells: Cells }[],
): NamedMedia[] {
  const slots = ownSlots(design).map((field) => ({
    field,
    known: new Set(
      kindOf(field)
        .offered?.(field, house)
        .map(({ id }) => id),
    ),
  }));
  return rows.flatMap(({ id, cells }) =>
    slots.flatMap(({ field, known }): NamedMedia[] => {
      const cell = cellOf(cells, field.id as Column);
      if (typeof cell !== "string" || cell.trim() === "" || known.has(cell)) return [];
      return [{ row: id, column: field.id as Column, kind: field.kind, text: cell }];
    }),
  );
}

/** A file's name without its folders, in one writing, without case. */
const bare = (name: string): string =>
  name.normalize("NFC").replace(/\\/g, "/").split("/").at(-1)!.trim().toLocaleLowerCase("en");

const withoutEnding = (name: string): string => bare(name).replace(/\.[a-z0-9]{2,5}$/, "");

/** Which file each cell means, by its name without folders, case and ending; and what is missing and left over. */
export function matchFiles<F extends { readonly name: string }>(
  named: readonly NamedMedia[],
  files: readonly F[],
): { matched: { cell: NamedMedia; file: F }[]; missing: NamedMedia[]; left: F[]; twice: string[] } {
  const whole = new Map<string, F>();
  const stems = new Map<string, F>();
  const twice = new Set<string>();
  for (const file of files) {
    if (whole.has(bare(file.name))) twice.add(bare(file.name));
    else whole.set(bare(file.name), file);
    if (!stems.has(withoutEnding(file.name))) stems.set(withoutEnding(file.name), file);
  }
  const matched: { cell: NamedMedia; file: F }[] = [];
  const missing: NamedMedia[] = [];
  for (const cell of named) {
    const file = whole.get(bare(cell.text)) ?? stems.get(bare(cell.text)) ?? stems.get(withoutEnding(cell.text));
    if (file) matched.push({ cell, file });
    else missing.push(cell);
  }
  const used = new Set(matched.map(({ file }) => file));
  return { matched, missing, left: files.filter((file) => !used.has(file)), twice: [...twice] };
}
