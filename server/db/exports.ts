import type { MadeOutput } from "@/core/outputs/output";
import type { Opening } from "@/core/outputs/opening";
import { nameKey } from "@/core/naming/file-name";
import type { Proof } from "@/core/document/proof";
import { RunningOrder } from "@/core/document/order";
import type { Values } from "@/core/document/values";
import type { Accepted } from "@/contract/accepted";
import type { Expected, ExportState } from "@/contract/exports";
import { type Db, fromJson } from "./connection";
import { addEvent } from "./events";
import { addReferences } from "./files";

/** What making a clip took. */
export interface Figures {
  readonly painted: number;
  readonly paintS: number;
  readonly encodeS: number;
  readonly wallS: number;
  /** Unknown of files of older versions. */
  readonly opening?: Opening;
}

/** A clip that was asked for: what it is made from, and what came of it. A job makes it. */
export interface Export {
  readonly id: string;
  readonly jobId: string | null;
  readonly releaseId: string;
  readonly format: string;
  readonly output: MadeOutput;
  readonly values: Values;
  readonly accepted: readonly Accepted[];
  readonly fileName: string;
  readonly createdBy: string;
  readonly createdByName: string;
  readonly createdAt: Date;
  readonly designName: string;
  readonly releaseNumber: number;
  readonly state: ExportState;
  readonly stage: string;
  readonly attempts: number;
  readonly worker: string | null;
  readonly framesDone: number;
  readonly framesTotal: number;
  readonly error: string | null;
  readonly fileHash: string | null;
  readonly fileBytes: number | null;
  readonly proof: Proof | null;
  readonly figures: Figures | null;
  readonly expected: Expected | null;
  readonly endedAt: Date | null;
  readonly goneAt: Date | null;
  readonly requestId: string;
  /** The running order that it is all of. */
  readonly order: RunningOrder | null;
}

type Row = Record<string, unknown>;

export function toExport(row: Row): Export {
  const asked = row.state === "asked";
  const order = row.running_order ? RunningOrder.parse(fromJson(row.running_order)) : null;
  return {
    id: row.id as string,
    jobId: row.job_id as string | null,
    releaseId: row.release_id as string,
    format: row.format as string,
    output: fromJson<MadeOutput>(row.settings),
    values: fromJson<Values>(row.fill),
    accepted: fromJson<Accepted[]>(row.accepted),
    fileName: row.file_name as string,
    createdBy: row.created_by as string,
    createdByName: row.member_name as string,
    createdAt: row.created_at as Date,
    designName: order?.name ?? (row.design_name as string),
    releaseNumber: row.release_number as number,
    // What is still to be made is as far as its job is.
    state: (asked ? row.job_state : row.state) as ExportState,
    stage: (asked ? row.job_stage : row.state) as string,
    attempts: (row.job_attempts as number | null) ?? 0,
    worker: asked ? (row.job_worker as string | null) : null,
    framesDone: asked ? (row.job_done as number) : 0,
    framesTotal: asked ? (row.job_total as number) : 0,
    error: (asked ? row.job_error : row.error) as string | null,
    fileHash: row.file_hash as string | null,
    fileBytes: row.file_bytes === null ? null : Number(row.file_bytes),
    proof: row.proof === null ? null : fromJson<Proof>(row.proof),
    figures: row.figures === null ? null : fromJson(row.figures),
    expected: row.expected === null ? null : fromJson(row.expected),
    endedAt: row.ended_at as Date | null,
    goneAt: row.gone_at as Date | null,
    requestId: row.request_id as string,
    order,
  };
}

export function selectExports(db: Db) {
  const ofJob = ["state", "stage", "attempts", "worker", "done", "total", "error"];
  return db("export as e")
    .join("member as m", "m.id", "e.created_by")
    .join("design_release as r", "r.id", "e.release_id")
    .join("design as d", "d.id", "r.design_id")
    .leftJoin("job as j", "j.id", "e.job_id")
    .select("e.*", "m.name as member_name", "d.name as design_name", "r.number as release_number")
    .select(ofJob.map((column) => `j.${column} as job_${column}`));
}

export interface NewExport {
  readonly id: string;
  readonly releaseId: string;
  readonly format: string;
  readonly output: MadeOutput;
  readonly values: Values;
  readonly fileName: string;
  readonly createdBy: string;
  readonly accepted?: readonly Accepted[];
  /** What it was asked for with. */
  readonly requestId: string;
  readonly expected?: Expected;
  /** The running order that it is all of, in place of one fill-in. */
  readonly order?: RunningOrder | undefined;
  /** The graphic of a running order that it is of. */
  readonly part?: { readonly order: string; readonly entry: string } | undefined;
  /** The row of a sheet that it is of, and what that said. */
  readonly rowId?: string | undefined;
  readonly rowPrint?: string | undefined;
  /** The export in whose place it comes once it is made. */
  readonly replaces?: string | undefined;
}

/** What stands for the name of an export that has given it to another, or is to take it over. */
export const nameless = (id: string): string => `~${id}`;

/** Writes down exports of one member, each with the job that makes it. */
export async function addExports(db: Db, exports: readonly (NewExport & { readonly jobId: string })[]): Promise<void> {
  await db("export").insert(
    exports.map((row) => ({
      id: row.id,
      job_id: row.jobId,
      release_id: row.releaseId,
      format: row.format,
      settings: JSON.stringify(row.output),
      fill: JSON.stringify(row.values),
      accepted: JSON.stringify(row.accepted ?? []),
      file_name: row.fileName,
      name_key: row.replaces === undefined ? nameKey(row.fileName) : nameless(row.id),
      created_by: row.createdBy,
      row_id: row.rowId ?? null,
      row_print: row.rowPrint ?? null,
      replaces: row.replaces ?? null,
      request_id: row.requestId,
      expected: row.expected ? JSON.stringify(row.expected) : null,
      running_order: row.order ? JSON.stringify(row.order) : null,
      order_id: row.part?.order ?? null,
      entry_id: row.part?.entry ?? null,
    })),
  );
  for (const { id, output, values, order } of exports)
    await addReferences(db, "export", id, [output, values, order ?? null]);
  await addEvent(db, "exports", { ids: exports.map(({ id }) => id) });
}

/** Writes down that several exports were asked for together; the same may be said again. */
export async function addRequest(
  db: Db,
  { id, title, createdBy }: { readonly id: string; readonly title: string; readonly createdBy: string },
): Promise<void> {
  await db("export_request").insert({ id, title, created_by: createdBy }).onConflict("id").ignore();
}

/** What was asked for under a request, batch by batch: of a release and format, whole orders or single fill-ins. */
export const batchOf = (releaseId: string, format: string, whole: boolean): string => `${releaseId} ${format} ${whole}`;

/** How many exports of each batch a request has already. */
export async function countBatches(db: Db, requestId: string): Promise<Map<string, number>> {
  const rows: Row[] = await db("export")
    .where({ request_id: requestId })
    .select("release_id", "format", db.raw("running_order is not null as whole"));
  const counts = new Map<string, number>();
  for (const { release_id: release, format, whole } of rows) {
    const batch = batchOf(release as string, format as string, Boolean(whole));
    counts.set(batch, (counts.get(batch) ?? 0) + 1);
  }
  return counts;
}

/** What exports were filled with, by their ids. */
export async function listFills(db: Db, ids: readonly string[]): Promise<Map<string, Values>> {
  const rows: Row[] = ids.length > 0 ? await db("export").whereIn("id", ids).select("id", "fill") : [];
  return new Map(rows.map(({ id, fill }) => [id as string, fromJson<Values>(fill)]));
}

export async function findExport(db: Db, id: string): Promise<Export | undefined> {
  const row = await selectExports(db).where("e.id", id).first();
  return row && toExport(row);
}

/** Finished exports whose files are there, in the order of these ids. */
export async function listFiles(db: Db, ids: readonly string[]): Promise<Export[]> {
  const rows: Row[] = await selectExports(db)
    .whereIn("e.id", [...ids])
    .where("e.state", "done")
    .whereNull("e.gone_at");
  const byId = new Map(rows.map((row) => [row.id as string, toExport(row)]));
  return ids.flatMap((id) => byId.get(id) ?? []);
}

/** What a job is still to make: the same fill-in in one format, in several outputs. */
export async function listAsked(db: Db, jobId: string): Promise<Export[]> {
  const rows: Row[] = await selectExports(db).where({ "e.job_id": jobId, "e.state": "asked" }).orderBy("e.seq");
  return rows.map(toExport);
}

/** Ids of what a job is still to make. */
export async function listAskedIds(db: Db, jobId: string): Promise<Set<string>> {
  const rows = await db("export").where({ job_id: jobId, state: "asked" }).select("id");
  return new Set(rows.map((row) => row.id as string));
}

export interface ListedExport extends Export {
  /** Its place in the order of asking. */
  readonly seq: number;
}

const toListed = (row: Row): ListedExport => ({ ...toExport(row), seq: Number(row.seq) });

/** The newest exports, or those that were asked for before the one in this place, newest first. */
export async function listExports(
  db: Db,
  page: { before: number | undefined; limit: number },
): Promise<ListedExport[]> {
  // The page first, then all that belongs to it: joined first, every export there is would be.
  const places = db("export").where({ replaced: false }).select("seq").orderBy("seq", "desc").limit(page.limit);
  if (page.before !== undefined) places.where("seq", "<", page.before);
  const rows: Row[] = await selectExports(db).join(places.as("p"), "p.seq", "e.seq").orderBy("e.seq", "desc");
  return rows.map(toListed);
}

/** These exports, newest first. */
export async function listExportsNamed(db: Db, ids: readonly string[]): Promise<ListedExport[]> {
  const rows: Row[] = await selectExports(db).whereIn("e.id", ids).orderBy("e.seq", "desc");
  return rows.map(toListed);
}

/** How many of a member's exports are still to be made. */
export async function countAsked(db: Db, memberId: string): Promise<number> {
  const query = db("export").where({ state: "asked", created_by: memberId });
  return Number((await query.count("* as n"))[0]?.n ?? 0);
}

/** The row that a clip was made of, with what that said then; undefined for a clip of no row, or of one that has gone. */
export async function rowOfExport(
  db: Db,
  id: string,
): Promise<{ sheet: string; row: string; print: string; releaseId: string } | undefined> {
  const row = await db("export as e")
    .join("sheet_row as r", "r.id", "e.row_id")
    .where("e.id", id)
    .first("r.sheet_id", "r.id", "e.row_print", "e.release_id");
  return row && { sheet: row.sheet_id, row: row.id, print: row.row_print, releaseId: row.release_id };
}
