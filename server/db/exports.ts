import type { Output } from "@/core/document/output";
import { nameKey } from "@/core/naming/file-name";
import type { Proof } from "@/core/document/proof";
import type { Values } from "@/core/document/values";
import type { Accepted } from "@/contract/accepted";
import type { ExportState } from "@/contract/exports";
import { type Db, fromJson } from "./connection";

export interface ExportJob {
  readonly id: string;
  readonly releaseId: string;
  readonly format: string;
  readonly output: Output;
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
  readonly cancelRequested: boolean;
  readonly framesDone: number;
  readonly framesTotal: number;
  readonly error: string | null;
  readonly fileHash: string | null;
  readonly fileBytes: number | null;
  readonly proof: Proof | null;
  readonly figures: { painted: number; paintS: number; encodeS: number; wallS: number } | null;
}

type Row = Record<string, unknown>;

function toJob(row: Row): ExportJob {
  return {
    id: row.id as string,
    releaseId: row.release_id as string,
    format: row.format as string,
    output: fromJson<Output>(row.settings),
    values: fromJson<Values>(row.fill),
    accepted: fromJson<Accepted[]>(row.accepted),
    fileName: row.file_name as string,
    createdBy: row.created_by as string,
    createdByName: row.member_name as string,
    createdAt: row.created_at as Date,
    designName: row.design_name as string,
    releaseNumber: row.release_number as number,
    state: row.state as ExportState,
    stage: row.stage as string,
    attempts: row.attempts as number,
    cancelRequested: Boolean(row.cancel_requested),
    framesDone: row.frames_done as number,
    framesTotal: row.frames_total as number,
    error: row.error as string | null,
    fileHash: row.file_hash as string | null,
    fileBytes: row.file_bytes === null ? null : Number(row.file_bytes),
    proof: row.proof === null ? null : fromJson<Proof>(row.proof),
    figures: row.figures === null ? null : fromJson(row.figures),
  };
}

function selectJobs(db: Db) {
  return db("export_job as j")
    .join("member as m", "m.id", "j.created_by")
    .join("design_release as r", "r.id", "j.release_id")
    .join("design as d", "d.id", "r.design_id")
    .select("j.*", "m.name as member_name", "d.name as design_name", "r.number as release_number");
}

export interface NewExport {
  readonly id: string;
  readonly releaseId: string;
  readonly format: string;
  readonly output: Output;
  readonly values: Values;
  readonly fileName: string;
  readonly createdBy: string;
  readonly accepted?: readonly Accepted[];
}

/**
 * Where in the order of all waiting jobs a member's next one stands: behind the member's own, but beside the first of
 * everybody else's, so that whoever asks for one waits for no one's five hundred.
 */
async function lastTurn(db: Db, memberId: string): Promise<number> {
  const waiting = await db("export_job").where({ state: "waiting" }).min("turn as front").first();
  const own = await db("export_job").where({ state: "waiting", created_by: memberId }).max("turn as last").first();
  const front = waiting?.front ?? (await db("export_job").max("turn as last").first())?.last ?? 0;
  return Math.max(Number(front), Number(own?.last ?? 0));
}

/** Queues jobs of one member, in this order. */
export async function addExports(db: Db, jobs: readonly NewExport[]): Promise<void> {
  const turn = await lastTurn(db, jobs[0]!.createdBy);
  await db("export_job").insert(
    jobs.map((job, i) => ({
      turn: turn + 1 + i,
      id: job.id,
      release_id: job.releaseId,
      format: job.format,
      settings: JSON.stringify(job.output),
      fill: JSON.stringify(job.values),
      accepted: JSON.stringify(job.accepted ?? []),
      file_name: job.fileName,
      name_key: nameKey(job.fileName),
      created_by: job.createdBy,
    })),
  );
}

export async function findExport(db: Db, id: string): Promise<ExportJob | undefined> {
  const row = await selectJobs(db).where("j.id", id).first();
  return row && toJob(row);
}

export interface ListedExport extends ExportJob {
  /** Its place in the order of asking. */
  readonly seq: number;
}

/** The newest exports, or those that were asked for before the one in this place, newest first. */
export async function listExports(
  db: Db,
  page: { before: number | undefined; limit: number },
): Promise<ListedExport[]> {
  // The page first, then all that belongs to it: joined first, every export there is would be.
  const places = db("export_job").select("seq").orderBy("seq", "desc").limit(page.limit);
  if (page.before !== undefined) places.where("seq", "<", page.before);
  const rows: Row[] = await selectJobs(db).join(places.as("p"), "p.seq", "j.seq").orderBy("j.seq", "desc");
  return rows.map((row) => ({ ...toJob(row), seq: Number(row.seq) }));
}

/** How many of a member's jobs wait. */
export async function countWaiting(db: Db, memberId: string): Promise<number> {
  const query = db("export_job").where({ state: "waiting", created_by: memberId });
  return Number((await query.count("* as n"))[0]?.n ?? 0);
}

/** Keys of file names in use that begin with one of these stems. */
export async function takenFileNames(db: Db, stems: readonly string[]): Promise<Set<string>> {
  const rows = await db("export_job")
    .where((any) => {
      for (const stem of stems.map(nameKey)) {
        any.orWhereRaw("name_key like ? escape '!'", [`${stem.replace(/[!%_]/g, "!$&")}%`]);
      }
    })
    .select("name_key");
  return new Set(rows.map((row) => row.name_key as string));
}

/** Cancels a waiting job at once and asks the worker of a leased one to stop; false when it has already ended. */
export async function cancelExport(db: Db, id: string): Promise<boolean> {
  const waiting = await db("export_job")
    .where({ id, state: "waiting" })
    .update({ state: "cancelled", stage: "cancelled", ended_at: db.fn.now(3) });
  if (waiting > 0) return true;
  return (await db("export_job").where({ id, state: "leased" }).update({ cancel_requested: true })) > 0;
}

/** Puts a failed or cancelled job back into the queue with fresh attempts; false when it is neither. */
export async function retryExport(db: Db, id: string): Promise<boolean> {
  const changed = await db("export_job")
    .where({ id })
    .whereIn("state", ["failed", "cancelled"])
    .update({
      state: "waiting",
      stage: "waiting",
      attempts: 0,
      failures: 0,
      cancel_requested: false,
      frames_done: 0,
      error: null,
      ended_at: null,
      available_at: db.fn.now(3),
    });
  return changed > 0;
}
