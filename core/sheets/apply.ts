import { withCell, type CellChange, type SheetChanges } from "./changes";
import { newRows, putBehind, withAdded } from "./order";
import { cellOf, type Cells } from "./row";

interface Row {
  readonly id: string;
  readonly cells: Cells;
}

/** Rows as changes leave them; `fresh` makes a new one. What others have changed meanwhile stays theirs. */
export function applied<R extends Row>(
  rows: readonly R[],
  { cells, add, remove, move }: SheetChanges,
  fresh: (id: string, cells: Cells) => R,
): R[] {
  const gone = new Set(remove);
  const byId = new Map(rows.filter(({ id }) => !gone.has(id)).map((row) => [row.id, row]));
  for (const change of cells) {
    const row = byId.get(change.row);
    const next = row && withCell(row.cells, change);
    if (row && next && "cells" in next) byId.set(row.id, { ...row, cells: next.cells });
  }
  let order = rows.map(({ id }) => id).filter((id) => byId.has(id));
  const news = newRows(order, add);
  for (const { id, cells: own } of news) byId.set(id, fresh(id, own));
  order = withAdded(order, news);
  if (move) {
    const moving = move.rows.filter((id) => byId.has(id));
    order = putBehind(order, moving, move.after);
  }
  return order.map((id) => byId.get(id)!);
}

/** The changes that take others back: done after them, all is as it was. */
export function inverse(rows: readonly Row[], { cells, add, remove, move }: SheetChanges): SheetChanges {
  const byId = new Map(rows.map((row) => [row.id, row]));
  const order = rows.map(({ id }) => id);
  const back = cells
    .filter(({ row }) => byId.has(row) && !remove.includes(row))
    .map(({ row, column, was, to }): CellChange => {
      const change = { row, column };
      return { ...change, ...(to !== undefined && { was: to }), ...(was !== undefined && { to: was }) };
    })
    .reverse();
  const removed = new Set(remove);
  const restored = order.flatMap((id, i) => {
    if (!removed.has(id)) return [];
    const after = order[i - 1];
    return [{ id, cells: { ...byId.get(id)!.cells }, ...(after !== undefined && { after }) }];
  });
  return {
    cells: back,
    add: restored,
    remove: add.map(({ id }) => id).filter((id) => !byId.has(id)),
    ...(move && { move: { rows: order } }),
  };
}

/** The change of one cell of a row, from what stands there; undefined when it is the same. */
export function cellChange(row: Row, column: CellChange["column"], to: CellChange["to"]): CellChange | undefined {
  const was = cellOf(row.cells, column);
  if (JSON.stringify(was) === JSON.stringify(to)) return undefined;
  return { row: row.id, column, ...(was !== undefined && { was }), ...(to !== undefined && { to }) };
}
