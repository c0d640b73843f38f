import { randomUUID } from "node:crypto";
import type { Proof } from "@/core/document/proof";
import type { Db } from "./connection";
import { addAudit } from "./audit";
import { findExport, type ExportJob } from "./exports";
import { inTransaction, retried } from "./transaction";

/** Seconds a worker may be silent before its job goes to another. */
export const leaseSeconds = 15;
/** Tries that may fail before a job is given up. */
export const mostFailures = 4;
/** Tries that may end with their worker, through no fault of the job's own that anybody knows of. */
export const mostLost = 12;

export interface Lease {
  readonly job: ExportJob;
  readonly token: string;
}

/** The lease has passed to another worker, or the job was ended: the result must be thrown away. */
export class LeaseLostError extends Error {
  constructor(jobId: string) {
    super(`the lease of export ${jobId} is lost`);
    this.name = "LeaseLostError";
  }
}

const later = (db: Db, seconds: number) =>
  db.raw("date_add(now(3), interval ? microsecond)", [Math.round(seconds * 1e6)]);

/**
 * Takes the next job that is due, or whose worker has gone silent. `available_at` is pushed one lease ahead, so that
 * a dead worker's job comes back by itself. Only the database's clock counts.
 */
export async function claimNextExport(db: Db): Promise<Lease | undefined> {
  const token = randomUUID();
  const id = await inTransaction(db, async (trx) => {
    const row = (await silentJob(trx)) ?? (await nextJob(trx));
    if (!row) return undefined;
    if (row.cancel_requested || row.attempts - row.failures >= mostLost) {
      const state = row.cancel_requested ? "cancelled" : "failed";
      const error = row.cancel_requested ? null : "The render worker stopped each time it was tried.";
      await trx("export_job")
        .where({ id: row.id })
        .update({ state, stage: state, error, ended_at: trx.fn.now(3) });
      return "ended";
    }
    await trx("export_job")
      .where({ id: row.id })
      .update({
        state: "leased",
        stage: "preparing",
        lease_token: token,
        attempts: row.attempts + 1,
        frames_done: 0,
        available_at: later(trx, leaseSeconds),
      });
    return row.id as string;
  });
  if (id === undefined) return undefined;
  if (id === "ended") return claimNextExport(db);
  const job = await findExport(db, id);
  return job && { job, token };
}

const claimed = ["id", "attempts", "failures", "cancel_requested"] as const;

/** A job whose worker has gone silent: there are never many that are leased. */
const silentJob = (trx: Db) =>
  trx("export_job")
    .where("state", "leased")
    .where("available_at", "<=", trx.fn.now(3))
    .orderBy("available_at")
    .forUpdate()
    .skipLocked()
    .first(...claimed);

/**
 * The first of those that wait and are due. Read in the order of its index, so that it stops at the first: looked for by
 * its time, every job that waits would be locked on the way.
 */
const nextJob = (trx: Db) =>
  trx(trx.raw("export_job force index (export_job_order)"))
    .where("state", "waiting")
    .where("available_at", "<=", trx.fn.now(3))
    .orderBy([{ column: "priority", order: "desc" }, { column: "turn", order: "asc" }, "seq"])
    .forUpdate()
    .skipLocked()
    .first(...claimed);

const held = (db: Db, lease: Lease) =>
  db("export_job").where({ id: lease.job.id, lease_token: lease.token, state: "leased" });

export interface Progress {
  readonly stage: "preparing" | "painting" | "proving" | "storing";
  readonly framesDone: number;
  readonly framesTotal: number;
}

/** Renews the lease and reports progress; answers whether cancelling was asked for. Throws LeaseLostError. */
export async function renewLease(db: Db, lease: Lease, progress: Progress): Promise<{ cancel: boolean }> {
  const changed = await retried(() =>
    held(db, lease).update({
      available_at: later(db, leaseSeconds),
      stage: progress.stage,
      frames_done: progress.framesDone,
      frames_total: progress.framesTotal,
    }),
  );
  if (changed === 0) throw new LeaseLostError(lease.job.id);
  const row = await held(db, lease).first("cancel_requested");
  return { cancel: Boolean(row?.cancel_requested) };
}

export interface FinishedFile {
  readonly hash: string;
  readonly bytes: number;
  readonly proof: Proof;
  readonly figures: { painted: number; paintS: number; encodeS: number; wallS: number };
}

/** Records the stored file and the audit row in one transaction. Throws LeaseLostError. */
export async function completeExport(db: Db, lease: Lease, file: FinishedFile): Promise<void> {
  await inTransaction(db, async (trx) => {
    const changed = await held(trx, lease).update({
      state: "done",
      stage: "done",
      frames_done: file.proof.frames,
      frames_total: file.proof.frames,
      file_hash: file.hash,
      file_bytes: file.bytes,
      proof: JSON.stringify(file.proof),
      figures: JSON.stringify(file.figures),
      error: null,
      lease_token: null,
      ended_at: trx.fn.now(3),
    });
    if (changed === 0) throw new LeaseLostError(lease.job.id);
    const detail = { file: lease.job.fileName, hash: file.hash, proved: file.proof.passed };
    await addAudit(trx, { memberId: lease.job.createdBy, action: "export.done", subject: lease.job.id, detail });
  });
}

/** Ends an attempt: for good, or to be tried again after a pause that grows, with jitter. */
export async function failExport(db: Db, lease: Lease, message: string, final: boolean): Promise<void> {
  await inTransaction(db, async (trx) => {
    const row = await held(trx, lease).forUpdate().first("failures");
    if (!row) return;
    const failures = row.failures + 1;
    const pauseS = 2 ** failures * (0.75 + Math.random() / 2);
    const ended = { state: "failed", stage: "failed", ended_at: trx.fn.now(3) };
    const again = { state: "waiting", stage: "waiting", available_at: later(trx, pauseS) };
    const next = final || failures >= mostFailures ? ended : again;
    await held(trx, lease).update({ ...next, failures, error: message, lease_token: null });
  });
}

export async function endCancelled(db: Db, lease: Lease): Promise<void> {
  const ended = { state: "cancelled", stage: "cancelled", lease_token: null, ended_at: db.fn.now(3) };
  await retried(() => held(db, lease).update(ended));
}

/** Gives a job back unharmed when its worker is told to stop: the attempt does not count. */
export async function returnExport(db: Db, lease: Lease): Promise<void> {
  const { attempts } = lease.job;
  const back = { state: "waiting", stage: "waiting", lease_token: null, available_at: db.fn.now(3) };
  await retried(() => held(db, lease).update({ ...back, attempts: attempts - 1 }));
}
