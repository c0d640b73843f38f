import type { Accepted } from "@/contract/accepted";
import type { RowState } from "@/contract/sheets";
import type { Cells } from "@/core/sheets/row";
import { contentOf, type MadeOutput } from "@/core/outputs/output";
import { fromJson, type Db } from "./connection";
import { addEvent } from "./events";
import { setReferences } from "./files";

/** A table of fill-ins of one release; a single clip is one of a single row. */
export interface Sheet {
  readonly id: string;
  readonly name: string;
  readonly single: boolean;
  readonly releaseId: string;
  readonly formats: readonly string[];
  readonly outputs: readonly string[];
  readonly madeBy: string;
}

export interface Row {
  readonly id: string;
  readonly place: number;
  readonly cells: Cells;
  readonly state: RowState;
  readonly stateBy: string | null;
  readonly stateAt: Date | null;
  readonly accepted: readonly Accepted[];
  readonly changedBy: string | null;
  readonly changedById: string | null;
  readonly stateById: string | null;
  readonly changedAt: Date;
  /** The release it has stayed on when its sheet went to another. */
  readonly releaseId: string | null;
}

type Stored = Record<string, unknown>;

const toSheet = (row: Stored): Sheet => ({
  id: row.id as string,
  name: row.name as string,
  single: Boolean(row.single),
  releaseId: row.release_id as string,
  formats: fromJson(row.formats),
  outputs: fromJson(row.outputs),
  madeBy: row.made_by as string,
});

const toRow = (row: Stored): Row => ({
  id: row.id as string,
  place: row.place as number,
  cells: fromJson(row.cells),
  state: row.state as RowState,
  stateBy: row.state_name as string | null,
  stateAt: row.state_at as Date | null,
  accepted: fromJson(row.accepted),
  changedBy: row.changed_name as string | null,
  changedById: row.changed_by as string | null,
  stateById: row.state_by as string | null,
  changedAt: row.changed_at as Date,
  releaseId: row.release_id as string | null,
});

export async function addSheet(db: Db, sheet: Sheet): Promise<void> {
  const { id, name, single, releaseId, formats, outputs, madeBy } = sheet;
  await db("sheet").insert({
    id,
    name,
    single,
    release_id: releaseId,
    formats: JSON.stringify(formats),
    outputs: JSON.stringify(outputs),
    made_by: madeBy,
  });
}

/**
 * A sheet that is there; one that was archived only where that is wanted. `lock` keeps others from changing its rows until
 * the transaction ends.
 */
export async function findSheet(db: Db, id: string, lock = false, archived = false): Promise<Sheet | undefined> {
  const query = db("sheet").where({ id });
  if (!archived) void query.whereNull("removed_at");
  const row = await (lock ? query.forUpdate() : query).first();
  return row && toSheet(row);
}

export interface ListedSheet extends Sheet {
  readonly design: string;
  readonly release: number;
  readonly rows: number;
  readonly by: string;
  readonly changedAt: Date;
}

/** Sheets and single clips, those changed last first; those changed before an instant, where one is given. */
export async function listSheets(
  db: Db,
  page: { before: Date | undefined; limit: number; madeBy?: string; single?: boolean; designId?: string | undefined },
): Promise<ListedSheet[]> {
  const rows = db("sheet_row as w").count("*").whereRaw("w.sheet_id = s.id");
  const query = db("sheet as s")
    .join("design_release as r", "r.id", "s.release_id")
    .join("design as d", "d.id", "r.design_id")
    .join("member as m", "m.id", "s.made_by")
    .whereNull("s.removed_at")
    .select("s.*", "d.name as design", "r.number as release", "m.name as by", rows.as("rows"))
    .orderBy("s.changed_at", "desc")
    .limit(page.limit);
  if (page.before) query.where("s.changed_at", "<", page.before);
  if (page.madeBy !== undefined) query.where("s.made_by", page.madeBy);
  if (page.single !== undefined) query.where("s.single", page.single);
  if (page.designId !== undefined) query.where("r.design_id", page.designId);
  const found: Stored[] = await query;
  return found.map((row) => ({
    ...toSheet(row),
    design: row.design as string,
    release: row.release as number,
    rows: Number(row.rows),
    by: row.by as string,
    changedAt: row.changed_at as Date,
  }));
}

/** How many rows of sheets are in each state. */
export async function countStates(db: Db, sheetIds: readonly string[]): Promise<Map<string, Record<string, number>>> {
  const rows = await db("sheet_row")
    .whereIn("sheet_id", sheetIds)
    .groupBy("sheet_id", "state")
    .select("sheet_id", "state")
    .count("* as n");
  const counts = new Map<string, Record<string, number>>();
  for (const { sheet_id: id, state, n } of rows as Stored[]) {
    counts.set(id as string, { ...counts.get(id as string), [state as string]: Number(n) });
  }
  return counts;
}

/** What the only rows of single clips hold, by their sheets. */
export async function listOnlyCells(db: Db, sheetIds: readonly string[]): Promise<Map<string, Cells>> {
  const rows = await db("sheet_row").whereIn("sheet_id", sheetIds).orderBy("place", "desc").select("sheet_id", "cells");
  return new Map(rows.map(({ sheet_id: id, cells }) => [id as string, fromJson<Cells>(cells)]));
}

/** The rows of a sheet in their order, or some of them. */
export async function listRows(db: Db, sheetId: string, ids?: readonly string[]): Promise<Row[]> {
  const query = db("sheet_row as w")
    .leftJoin("member as s", "s.id", "w.state_by")
    .leftJoin("member as c", "c.id", "w.changed_by")
    .where("w.sheet_id", sheetId)
    .select("w.*", "s.name as state_name", "c.name as changed_name")
    .orderBy("w.place");
  if (ids) query.whereIn("w.id", ids);
  return (await query).map(toRow);
}

export async function findRow(db: Db, id: string): Promise<Row | undefined> {
  const row = await db("sheet_row").where({ id }).first();
  return row && toRow(row);
}

export async function countRows(db: Db, sheetId: string): Promise<number> {
  return Number((await db("sheet_row").where({ sheet_id: sheetId }).count("* as n"))[0]?.n ?? 0);
}

export async function addRows(
  db: Db,
  sheetId: string,
  memberId: string,
  rows: readonly { id: string; place: number; cells: Cells }[],
): Promise<void> {
  for (let from = 0; from < rows.length; from += 500) {
    const some = rows.slice(from, from + 500);
    await db("sheet_row").insert(
      some.map(({ id, place, cells }) => ({
        id,
        sheet_id: sheetId,
        place,
        cells: JSON.stringify(cells),
        accepted: "[]",
        changed_by: memberId,
      })),
    );
    for (const { id, cells } of some) if (mayHoldFiles(cells)) await setReferences(db, "row", id, cells);
  }
}

/** Only what was brought along has files of its own. */
const mayHoldFiles = (cells: Cells): boolean => Object.values(cells).some((cell) => typeof cell === "object");

/** Writes a row's cells; unless `keepState` is said, what was said of their state holds no longer. */
export async function setCells(
  db: Db,
  id: string,
  cells: Cells,
  { memberId, keepState }: { memberId: string; keepState: boolean },
): Promise<void> {
  await db("sheet_row")
    .where({ id })
    .update({
      cells: JSON.stringify(cells),
      ...(!keepState && { state: "draft", state_by: null, state_at: null }),
      changed_by: memberId,
      changed_at: db.fn.now(3),
    });
  await setReferences(db, "row", id, cells);
}

export async function setPlaces(db: Db, places: readonly { id: string; place: number }[]): Promise<void> {
  for (const { id, place } of places) await db("sheet_row").where({ id }).update({ place });
}

/** Puts each row on a release of its own, or, with null, on its sheet's. */
export async function setRowReleases(db: Db, sheetId: string, moved: ReadonlyMap<string | null, readonly string[]>) {
  for (const [releaseId, ids] of moved) {
    await db("sheet_row").where({ sheet_id: sheetId }).whereIn("id", ids).update({ release_id: releaseId });
  }
}

export async function setAccepted(db: Db, rowId: string, accepted: readonly Accepted[]): Promise<void> {
  await db("sheet_row")
    .where({ id: rowId })
    .update({ accepted: JSON.stringify(accepted) });
}

export async function removeRows(db: Db, sheetId: string, ids: readonly string[]): Promise<void> {
  await db("sheet_row").where({ sheet_id: sheetId }).whereIn("id", ids).del();
  await db("file_reference").where({ kind: "row" }).whereIn("id", ids).del();
}

export async function setStates(db: Db, sheetId: string, ids: readonly string[], state: RowState, memberId: string) {
  await db("sheet_row")
    .where({ sheet_id: sheetId })
    .whereIn("id", ids)
    .update({ state, state_by: memberId, state_at: db.fn.now(3) });
}

export async function setAbout(
  db: Db,
  id: string,
  about: {
    name?: string;
    releaseId?: string;
    formats?: readonly string[];
    outputs?: readonly string[];
    removed?: boolean;
  },
): Promise<void> {
  const { name, releaseId, formats, outputs, removed } = about;
  await db("sheet")
    .where({ id })
    .update({
      ...(name !== undefined && { name }),
      ...(releaseId !== undefined && { release_id: releaseId }),
      ...(formats && { formats: JSON.stringify(formats) }),
      ...(outputs && { outputs: JSON.stringify(outputs) }),
      ...(removed !== undefined && { removed_at: removed ? db.fn.now(3) : null }),
      changed_at: db.fn.now(3),
    });
}

/** Notes that a sheet has changed, and tells whoever looks at it which rows. */
export async function touchSheet(db: Db, id: string, changed: { rows?: readonly string[]; shape?: boolean }) {
  await db("sheet")
    .where({ id })
    .update({ changed_at: db.fn.now(3) });
  const { rows = [], shape = false } = changed;
  // So many that each would be asked for by name: then all is looked at anew.
  await addEvent(db, `sheet:${id}`, rows.length > 100 || shape ? { all: true } : { rows });
}

/** A clip that was made or asked for of a row. */
export interface RowExport {
  readonly id: string;
  readonly rowId: string;
  readonly print: string;
  readonly releaseId: string;
  readonly format: string;
  readonly outputId: string;
  /** What its content depends on; see `contentOf`. */
  readonly settings: string;
  readonly state: string;
  readonly fileName: string;
}

/** The newest clip of each row in each format and output, replaced ones not among them. */
export async function listRowExports(db: Db, rowIds: readonly string[]): Promise<RowExport[]> {
  const rows: Stored[] = await db("export")
    .whereIn("row_id", rowIds)
    .where({ replaced: false })
    .orderBy("seq")
    .select("id", "row_id", "row_print", "release_id", "format", "settings", "state", "file_name", "gone_at");
  return rows.map((row) => {
    const output = fromJson<MadeOutput>(row.settings);
    return {
      id: row.id as string,
      rowId: row.row_id as string,
      print: row.row_print as string,
      releaseId: row.release_id as string,
      format: row.format as string,
      outputId: output.id,
      settings: contentOf(output),
      // A file that was let go is still to be made.
      state: row.gone_at === null ? (row.state as string) : "failed",
      fileName: row.file_name as string,
    };
  });
}
