import type { z } from "zod";
import { mostRows, type ChangesRequest, type SheetConflict, type StatesRequest } from "@/contract/sheets";
import { groupBy } from "@/core/group";
import { withCell } from "@/core/sheets/changes";
import { newRows, placesFor, putBehind, withAdded } from "@/core/sheets/order";
import type { Cells } from "@/core/sheets/row";
import { addAudit } from "@/server/db/audit";
import { database, type Db } from "@/server/db/connection";
import type { Member } from "@/server/db/members";
import {
  addRows,
  listRows,
  removeRows,
  setCells,
  setPlaces,
  setStates,
  touchSheet,
  type Row,
} from "@/server/db/sheets";
import { inTransaction } from "@/server/db/transaction";
import { readRules } from "@/server/db/rules";
import { Refusal } from "@/server/refusal";
import { askRowChecks } from "./checks";
import { existingSheet } from "./sheets";

type Changes = z.output<typeof ChangesRequest>;

/**
 * Changes a sheet. Cells that others have changed meanwhile are not written over but answered; all else is done, in one
 * transaction. A row that has gone takes no change, and a change that is sent twice does no harm.
 */
export async function changeSheet(
  member: Member,
  sheetId: string,
  changes: Changes,
): Promise<{ conflicts: SheetConflict[] }> {
  return inTransaction(database(), async (trx) => {
    await existingSheet(trx, sheetId, true);
    const rows = await listRows(trx, sheetId);
    const conflicts = await writeCells(trx, member, rows, changes);
    const shape = await changeShape(trx, member, sheetId, rows, changes);
    await touchSheet(trx, sheetId, { rows: changes.cells.map(({ row }) => row), shape });
    return { conflicts };
  });
}

async function writeCells(db: Db, member: Member, rows: readonly Row[], { cells }: Changes): Promise<SheetConflict[]> {
  const conflicts: SheetConflict[] = [];
  const byId = new Map(rows.map((row) => [row.id, row]));
  for (const [id, changes] of groupBy(cells, ({ row }) => row)) {
    const row = byId.get(id);
    let now: Cells | undefined = row?.cells;
    for (const change of changes) {
      const next = now && withCell(now, change);
      if (!next) conflicts.push({ row: id, column: change.column, gone: true });
      else if ("cells" in next) now = next.cells;
      else {
        const { theirs } = next;
        conflicts.push({ row: id, column: change.column, gone: false, ...(theirs !== undefined && { theirs }) });
      }
    }
    if (!row || !now || now === row.cells) continue;
    // A note is nothing that anybody approves.
    const keepState = changes.every(({ column }) => column === "@note");
    await setCells(db, id, now, { memberId: member.id, keepState });
  }
  return conflicts;
}

/** Adds, removes and moves rows. Answers whether there was anything of that. */
async function changeShape(db: Db, member: Member, sheetId: string, rows: readonly Row[], changes: Changes) {
  const { add, remove, move } = changes;
  if (add.length + remove.length === 0 && !move) return false;
  const before = new Map(rows.map(({ id, place }) => [id, place]));
  const gone = new Set(remove);
  let order = rows.map(({ id }) => id).filter((id) => !gone.has(id));
  const fresh = newRows(order, add);
  if (order.length + fresh.length > mostRows) {
    const message = `A sheet has at most ${mostRows} rows. Put what goes beyond into another one.`;
    throw new Refusal(422, "many_rows", message);
  }
  order = withAdded(order, fresh);
  const moving = move?.rows.filter((id) => order.includes(id)) ?? [];
  if (moving.length > 0) order = putBehind(order, moving, move!.after);
  const places = placesFor(order, before, new Set(moving));
  const placeOf = new Map(places.map(({ id, place }) => [id, place]));
  await removeRows(db, sheetId, remove);
  await addRows(
    db,
    sheetId,
    member.id,
    fresh.map(({ id, cells }) => ({ id, cells, place: placeOf.get(id)! })),
  );
  await setPlaces(
    db,
    places.filter(({ id }) => before.has(id)),
  );
  return true;
}

/** Says that rows are ready or approved, or drafts again. */
export async function setRowStates(member: Member, sheetId: string, { rows, state }: z.output<typeof StatesRequest>) {
  await inTransaction(database(), async (trx) => {
    await existingSheet(trx, sheetId, true);
    if (state === "approved") await refuseOwn(trx, member, sheetId, rows);
    await setStates(trx, sheetId, rows, state, member.id);
    await addAudit(trx, {
      memberId: member.id,
      action: `row.${state}`,
      subject: sheetId,
      detail: { rows: rows.slice(0, 50) },
    });
    await touchSheet(trx, sheetId, { rows });
  });
  // What is said to be ready is looked at without anybody asking.
  if (state !== "draft") await askRowChecks(member, sheetId, false);
  return null;
}

/** Where the house asks for a second pair of eyes, refuses whoever has changed a row or said that it is ready. */
async function refuseOwn(db: Db, member: Member, sheetId: string, ids: readonly string[]): Promise<void> {
  if (!(await readRules(db)).approvedByOther) return;
  const rows = await listRows(db, sheetId, ids);
  const own = rows.filter(({ changedById, stateById, state }) =>
    [changedById, state === "ready" ? stateById : null].includes(member.id),
  );
  if (own.length === 0) return;
  const which = own.length === 1 ? "One of these rows was" : `${own.length} of these rows were`;
  const message = `${which} filled in or said to be ready by you. In this house somebody else approves them.`;
  throw new Refusal(403, "own_rows", message, "rows");
}
