import { z } from "zod";
import { sameJson } from "../same";
import { Cell, Cells, Column, cellOf } from "./row";

export const RowId = z.string().regex(/^[0-9a-f]{20}$/);

/** One cell, changed by somebody who saw `was` in it. */
export const CellChange = z.strictObject({
  row: RowId,
  column: Column,
  was: Cell.optional(),
  to: Cell.optional(),
});
export type CellChange = z.infer<typeof CellChange>;

/** Changes of a sheet: of cells, and of which rows there are and in what order. */
export const SheetChanges = z.strictObject({
  cells: z.array(CellChange).max(10_000).default([]),
  /** New rows, each behind the row that is named, or first. */
  add: z
    .array(z.strictObject({ id: RowId, after: RowId.optional(), cells: Cells }))
    .max(5000)
    .default([]),
  remove: z.array(RowId).max(5000).default([]),
  /** Rows that stand, in this order, behind the row that is named, or first. */
  move: z.strictObject({ rows: z.array(RowId).min(1).max(5000), after: RowId.optional() }).optional(),
});
export type SheetChanges = z.infer<typeof SheetChanges>;

/**
 * What becomes of a row's cells by a change: changes of other cells merge, whatever order they come in; a cell that
 * somebody else has changed meanwhile, to something else, is not overwritten but told.
 */
export function withCell(
  cells: Cells,
  { column, was, to }: CellChange,
): { cells: Cells } | { theirs: Cell | undefined } {
  const now = cellOf(cells, column);
  if (!sameJson(now, was) && !sameJson(now, to)) return { theirs: now };
  const { [column]: _, ...rest } = cells;
  return { cells: to === undefined ? rest : { ...rest, [column]: to } };
}

/** Cells that one request carries at most; the server counts values. */
const mostCellsAtOnce = 8000;

/**
 * Changes as they may be sent, one after the other: a table of very many cells goes in parts. Cells come first and what
 * becomes of rows last, as if they were one.
 */
export function inParts(changes: SheetChanges, most = mostCellsAtOnce): SheetChanges[] {
  const { cells, add, remove, move } = changes;
  const held = cells.length + add.reduce((sum, row) => sum + 1 + Object.keys(row.cells).length, 0);
  if (held <= most) return [changes];
  const parts: SheetChanges[] = [];
  for (let i = 0; i < cells.length; i += most) parts.push({ cells: cells.slice(i, i + most), add: [], remove: [] });
  if (remove.length > 0) parts.push({ cells: [], add: [], remove });
  let [rows, filled]: [SheetChanges["add"], number] = [[], 0];
  const close = () => {
    if (rows.length > 0) parts.push({ cells: [], add: rows, remove: [] });
    [rows, filled] = [[], 0];
  };
  for (const row of add) {
    const size = 1 + Object.keys(row.cells).length;
    if (filled + size > most) close();
    rows.push(row);
    filled += size;
  }
  close();
  if (move) parts.push({ cells: [], add: [], remove: [], move });
  return parts;
}
