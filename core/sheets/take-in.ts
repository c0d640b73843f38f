import type { Design } from "../document/design";
import type { House } from "../document/house";
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

/** The changes that take a table into a sheet, and how many rows are new and changed. `newId` makes ids of rows. */
export function takeIn(
  sheet: { readonly design: Design; readonly house: House; readonly rows: readonly SheetRow[] },
  table: Table,
  { columns, mode, key }: TakingIn,
  newId: () => string,
): { changes: SheetChanges; added: number; changed: number; removed: number } {
  const { design, house } = sheet;
  const cellsOf = (row: readonly string[]): Cells => {
    const cells: Record<string, Cell> = {};
    columns.forEach((column, i) => {
      const cell = column && columnCell(design, column, row[i] ?? "", house);
      if (column && cell !== undefined) cells[column] = cell;
    });
    return cells;
  };
  const read = table.rows.map(cellsOf);
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
  return { changes, added: changes.add.length, changed: changed.size, removed: changes.remove.length };
}
