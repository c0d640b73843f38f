import type { Design } from "../document/design";
import type { House } from "../document/house";
import { askedFields, sampleValues, textOf } from "../document/values";
import { isWritten } from "../fields/field";
import type { Table } from "../table/table";
import type { SheetChanges } from "./changes";
import { cellFromText, cellOf, cellText, type Cell, type Cells, type Column } from "./row";

export interface SheetRow {
  readonly id: string;
  readonly cells: Cells;
}

/** How a table is taken into a sheet. */
export interface TakingIn {
  /** Which column of the sheet each of the table's goes into. */
  readonly columns: readonly (Column | undefined)[];
  readonly mode: "append" | "replace" | "update";
  /** Where rows that are there already are changed: the column by which they are known again. */
  readonly key?: Column | undefined;
}

/** Text of a cell in any column. */
export function columnText(design: Design, column: Column, cell: Cell | undefined, house: House): string {
  const field = design.fields.find(({ id }) => id === column);
  return field ? cellText(field, cell, house) : cell === undefined ? "" : String(cell);
}

/** A cell of any column from text; undefined for nothing. */
export function columnCell(design: Design, column: Column, text: string, house: House): Cell | undefined {
  if (text === "") return undefined;
  const field = design.fields.find(({ id }) => id === column);
  if (field) return cellFromText(field, text, house);
  const seconds = Number(text.trim().replace(",", "."));
  return column === "@length" && Number.isFinite(seconds) ? seconds : text;
}

/** The sample row of a table that is to be filled in elsewhere: a cell for each field that is asked for, in their order. */
export function sampleCells(design: Design): string[] {
  const { fields } = sampleValues(design);
  return askedFields(design).map((field) => textOf(field, fields[field.id] ?? ""));
}

/** Whether a row of a table is still the sample row that its template came with. */
function isSampleRow(design: Design, columns: TakingIn["columns"], row: readonly string[]): boolean {
  const samples = sampleCells(design);
  const filled = askedFields(design).flatMap((field, i) => {
    const place = columns.indexOf(field.id as Column);
    return place < 0 ? [] : [{ field, isSame: (row[place] ?? "").trim() === samples[i]!.trim() }];
  });
  return filled.some(({ field }) => isWritten(field) && field.required) && filled.every(({ isSame }) => isSame);
}

/** How many of these rows say the same as another of them, or as one that is there already. */
function countDoubles(rows: readonly Cells[], there: readonly Cells[]): number {
  const print = (cells: Cells) => JSON.stringify(Object.entries(cells).sort(([a], [b]) => (a < b ? -1 : 1)));
  const seen = new Set(there.map(print));
  return rows.filter((cells) => seen.has(print(cells)) || !seen.add(print(cells))).length;
}

/**
 * The changes that take a table into a sheet, and how many rows are new, changed, left out as samples, and new although
 * they say the same as another. `newId` makes ids of rows.
 */
export function takeIn(
  sheet: { readonly design: Design; readonly house: House; readonly rows: readonly SheetRow[] },
  table: Table,
  { columns, mode, key }: TakingIn,
  newId: () => string,
): { changes: SheetChanges; added: number; changed: number; removed: number; samples: number; doubles: number } {
  const { design, house } = sheet;
  const cellsOf = (row: readonly string[]): Cells => {
    const cells: Record<string, Cell> = {};
    columns.forEach((column, i) => {
      const cell = column && columnCell(design, column, row[i] ?? "", house);
      if (column && cell !== undefined) cells[column] = cell;
    });
    return cells;
  };
  const own = table.rows.filter((row) => !isSampleRow(design, columns, row));
  const read = own.map(cellsOf);
  const keyOf = (cells: Cells) => columnText(design, key!, cellOf(cells, key!), house).trim().toLocaleLowerCase("en");
  const known = new Map<string, SheetRow>();
  if (mode === "update" && key) for (const row of sheet.rows) known.set(keyOf(row.cells), row);

  const changes: SheetChanges = { cells: [], add: [], remove: [] };
  if (mode === "replace") changes.remove = sheet.rows.map(({ id }) => id);
  let last = mode === "replace" ? undefined : sheet.rows.at(-1)?.id;
  const changed = new Set<string>();
  for (const cells of read) {
    const before = mode === "update" && key && keyOf(cells) !== "" ? known.get(keyOf(cells)) : undefined;
    if (!before) {
      const id = newId();
      changes.add.push({ id, ...(last !== undefined && { after: last }), cells: { ...cells } });
      last = id;
      continue;
    }
    for (const [column, to] of Object.entries(cells) as [Column, Cell][]) {
      const was = cellOf(before.cells, column);
      if (JSON.stringify(was) === JSON.stringify(to)) continue;
      changed.add(before.id);
      changes.cells.push({ row: before.id, column, to, ...(was !== undefined && { was }) });
    }
  }
  const stays = mode === "replace" ? [] : sheet.rows.map(({ cells }) => cells);
  return {
    changes,
    doubles: countDoubles(
      changes.add.map(({ cells }) => cells),
      stays,
    ),
    added: changes.add.length,
    changed: changed.size,
    removed: changes.remove.length,
    samples: table.rows.length - own.length,
  };
}
