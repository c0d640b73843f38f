import type { RowView, SheetView } from "@/contract/sheets";
import { askedFields } from "@/core/document/values";
import { cellChange } from "@/core/sheets/apply";
import type { CellChange, SheetChanges } from "@/core/sheets/changes";
import { cellOf, ownColumns, type Cell, type Cells, type Column } from "@/core/sheets/row";
import { columnCell, columnText } from "@/core/sheets/take-in";
import { newRowId } from "./store";

/** A row as the grid has it: the text of every cell, by its column. */
export type GridRow = Readonly<Record<string, string>>;

type Desk = SheetView["desk"];

/** The columns of a sheet in their order. */
export const columnsOf = ({ document }: Pick<Desk, "document">): Column[] => [
  ...askedFields(document).map(({ id }) => id),
  ...ownColumns,
];

export function gridRow(desk: Desk, row: Pick<RowView, "id" | "cells">): GridRow {
  const { document, house } = desk;
  const texts = columnsOf(desk).map((column) => [
    column,
    columnText(document, column, cellOf(row.cells, column), house),
  ]);
  return { ...Object.fromEntries(texts), "@id": row.id };
}

/** The cells that texts of a fresh row say. */
function cellsFrom({ document, house }: Desk, columns: readonly Column[], row: GridRow): Cells {
  const cells: Record<string, Cell> = {};
  for (const column of columns) {
    const cell = columnCell(document, column, row[column] ?? "", house);
    if (cell !== undefined) cells[column] = cell;
  }
  return cells;
}

/**
 * What was done in the grid: rows that are shown before and after, by their ids. New rows have none yet, and copies have
 * that of the row they were copied from; both get one, and copies their cells whole, files and all.
 */
export function changesInGrid(
  desk: Desk,
  rows: readonly RowView[],
  before: readonly GridRow[],
  after: readonly GridRow[],
) {
  const columns = columnsOf(desk);
  const byId = new Map(rows.map((row) => [row.id, row]));
  const texts = new Map(before.map((row) => [row["@id"]!, row]));
  const seen = new Set<string>();
  const cells: CellChange[] = [];
  const add: SheetChanges["add"] = [];
  let last: string | undefined;
  for (const shown of after) {
    const id = shown["@id"] ?? "";
    const row = byId.get(id);
    if (!row || seen.has(id)) {
      const fresh = newRowId();
      const source = texts.get(id);
      const whole = row && source && columns.every((column) => source[column] === shown[column]);
      const own = whole ? row.cells : cellsFrom(desk, columns, shown);
      add.push({ id: fresh, cells: { ...own }, ...(last !== undefined && { after: last }) });
      last = fresh;
      continue;
    }
    seen.add(id);
    last = id;
    const was = texts.get(id);
    if (was === shown) continue;
    for (const column of columns) {
      if (was?.[column] === shown[column]) continue;
      const to = columnCell(desk.document, column, shown[column] ?? "", desk.house);
      const change = cellChange(row, column, to);
      if (change) cells.push(change);
    }
  }
  const remove = before.map((row) => row["@id"]!).filter((id) => byId.has(id) && !seen.has(id));
  return { cells, add, remove };
}
