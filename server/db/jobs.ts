import { randomUUID } from "node:crypto";
import { traceId } from "@/server/trace";
import { fromJson, type Db } from "./connection";
import { addEvent } from "./events";
import { endAsked } from "./export-ends";
import { newId } from "./ids";
import { inTransaction } from "./transaction";

/** Seconds a worker may be silent before its job goes to another. */
export const leaseSeconds = 15;
/** Tries that may fail before a job is given up. */
export const mostFailures = 4;
/** Tries that may end with their worker, through no fault of the job's own that anybody knows of. */
export const mostLost = 12;
/** Pauses grow to so many doublings of a second. */
const longestPause = 5;
/** Of those who wait for it at a screen; clips come after. */
export const urgent = 10;

export type JobState = "waiting" | "leased" | "done" | "failed" | "cancelled";

/** One piece of heavy work for a worker. */
export interface Job {
  readonly id: string;
  /** Which of the worker's kinds; it reads the payload. */
  readonly kind: string;
  readonly payload: unknown;
  readonly ownerId: string | null;
  readonly state: JobState;
  readonly worker: string | null;
  /** Seconds of work expected, on a machine of the usual kind. */
  readonly costS: number;
  readonly attempts: number;
  readonly stage: string;
  readonly done: number;
  readonly total: number;
  readonly error: string | null;
  readonly result: unknown;
  /** Id of the call that asked for it. */
  readonly askedBy: string;
  /** Seconds that a worker has been at it; 0 while none is. */
  readonly atItS: number;
}

export interface Lease {
  readonly job: Job;
  readonly token: string;
}

/** The lease has passed to another worker, or the job was ended: the result must be thrown away. */
export class LeaseLostError extends Error {
  constructor(jobId: string) {
    super(`the lease of job ${jobId} is lost`);
    this.name = "LeaseLostError";
  }
}

type Row = Record<string, unknown>;

const toJob = (row: Row): Job => ({
  id: row.id as string,
  kind: row.kind as string,
  payload: fromJson(row.payload),
  ownerId: row.owner as string | null,
  state: row.state as JobState,
  worker: row.worker as string | null,
  costS: row.cost_s as number,
  attempts: row.attempts as number,
  stage: row.stage as string,
  done: row.done as number,
  total: row.total as number,
  error: row.error as string | null,
  result: row.result === null ? null : fromJson(row.result),
  askedBy: row.asked_by as string,
  atItS: Number(row.at_it_s ?? 0),
});

const later = (db: Db, seconds: number) =>
  db.raw("date_add(now(3), interval ? microsecond)", [Math.round(seconds * 1e6)]);

export interface NewJob {
  readonly kind: string;
  readonly payload: unknown;
  readonly costS: number;
  readonly priority?: number;
  /** What it is about: the same is asked for once. */
  readonly subject?: string;
  /** Made again after a change: it comes before the rest of what its member has asked for. */
  readonly again?: boolean;
}

/**
 * Where in the order of all waiting jobs a member's next ones stand: behind the member's own, but beside the first of
 * everybody else's, so that whoever asks for one waits for no one's five hundred. What is made again stands beside the
 * first of all.
 */
async function lastTurns(db: Db, ownerId: string | null): Promise<{ front: number; own: number }> {
  const waiting = await db("job").where({ state: "waiting" }).min("turn as front").first();
  const own = ownerId
    ? await db("job").where({ state: "waiting", owner: ownerId }).max("turn as last").first()
    : undefined;
  const front = waiting?.front ?? (await db("job").where({ state: "done" }).max("turn as last").first())?.last ?? 0;
  return { front: Number(front), own: Math.max(Number(front), Number(own?.last ?? 0)) };
}

/** Queues jobs of one member, or of the house itself, in this order. Answers their ids. */
export async function addJobs(db: Db, ownerId: string | null, jobs: readonly NewJob[]): Promise<string[]> {
  const last = await lastTurns(db, ownerId);
  const rows = jobs.map(({ kind, payload, costS, priority = 0, subject, again = false }) => ({
    ...{ id: newId(), kind, payload: JSON.stringify(payload), owner: ownerId, subject: subject ?? null },
    ...{ turn: again ? last.front++ : ++last.own, cost_s: costS, priority, asked_by: traceId() },
  }));
  await db("job").insert(rows);
  return rows.map(({ id }) => id);
}

export async function findJob(db: Db, id: string): Promise<Job | undefined> {
  const row = await db("job")
    .where({ id })
    .first("*", db.raw("if(state = 'leased', timestampdiff(microsecond, leased_at, now(3)) / 1e6, 0) as at_it_s"));
  return row && toJob(row);
}

/** How many jobs about something are still to be done. */
export async function countOpen(db: Db, kind: string, subject: string): Promise<number> {
  const query = db("job").where({ kind, subject }).whereIn("state", ["waiting", "leased"]);
  return Number((await query.count("* as n"))[0]?.n ?? 0);
}

/** The newest job about something, if that has failed within the last minute: later it may be tried again. */
export async function failedAbout(db: Db, kind: string, subject: string): Promise<Job | undefined> {
  const row = await db("job")
    .where({ kind, subject })
    .where((any) => any.whereNull("ended_at").orWhere("ended_at", ">", db.raw("date_sub(now(3), interval 1 minute)")))
    .orderBy("seq", "desc")
    .first();
  return row?.state === "failed" ? toJob(row) : undefined;
}

/** The job that is about the same as this one and has not failed; it is asked for where there is none. */
export async function askOnce(db: Db, ownerId: string | null, job: NewJob & { subject: string }): Promise<Job> {
  const { kind, subject } = job;
  const known = await db("job")
    .where({ kind, subject })
    .whereIn("state", ["waiting", "leased", "done"])
    .orderBy("seq", "desc")
    .first();
  if (known) return toJob(known);
  const [id] = await addJobs(db, ownerId, [job]);
  return (await findJob(db, id!))!;
}

/**
 * Takes the next job that is due, or whose worker has gone silent. `available_at` is pushed one lease ahead, so that
 * a dead worker's job comes back by itself. Only the database's clock counts.
 */
export async function claimNextJob(db: Db, worker: string, leastPriority = 0): Promise<Lease | undefined> {
  const token = randomUUID();
  const row = await inTransaction(
    db,
    async (trx) => {
      const found = (await silentJob(trx, leastPriority)) ?? (await nextJob(trx, leastPriority));
      if (!found) return undefined;
      if (found.cancel_requested) return endJob(trx, found.id, "cancelled", null);
      if (found.attempts - found.failures >= mostLost) {
        return endJob(trx, found.id, "failed", "The render worker stopped each time it was tried.");
      }
      const taken = { state: "leased", stage: "preparing", lease_token: token, worker, attempts: found.attempts + 1 };
      const times = { leased_at: trx.fn.now(3), available_at: later(trx, leaseSeconds) };
      await trx("job")
        .where({ id: found.id })
        .update({ ...taken, ...times, done: 0 });
      return { ...found, ...taken };
      // Looking at an empty queue must not keep others from adding to it, as it would with what it did not find locked too.
    },
    { isolationLevel: "read committed" },
  );
  if (row === undefined) return undefined;
  if (row === "ended") return claimNextJob(db, worker, leastPriority);
  return { job: toJob(row), token };
}

/** A job whose worker has gone silent: there are never many that are leased. */
const silentJob = (trx: Db, leastPriority: number) =>
  trx("job")
    .where("state", "leased")
    .where("available_at", "<=", trx.fn.now(3))
    .where("priority", ">=", leastPriority)
    .orderBy("available_at")
    .forUpdate()
    .skipLocked()
    .first("*");

/**
 * The first of those that wait and are due. Read in the order of its index, so that it stops at the first: looked for by
 * its time, every job that waits would be locked on the way.
 */
const nextJob = (trx: Db, leastPriority: number) =>
  trx(trx.raw("job force index (job_order)"))
    .where("state", "waiting")
    .where("priority", ">=", leastPriority)
    .where("available_at", "<=", trx.fn.now(3))
    .orderBy([{ column: "priority", order: "desc" }, { column: "turn", order: "asc" }, "seq"])
    .forUpdate()
    .skipLocked()
    .first("*");

/** Ends a job that is not done, with all that it was to make. */
async function endJob(trx: Db, id: string, state: "failed" | "cancelled", error: string | null): Promise<"ended"> {
  await trx("job")
    .where({ id })
    .update({ state, stage: state, error, lease_token: null, ended_at: trx.fn.now(3) });
  await endAsked(trx, id, state, error);
  await addEvent(trx, `job:${id}`, { state });
  return "ended";
}

const held = (db: Db, { job, token }: Lease) => db("job").where({ id: job.id, lease_token: token, state: "leased" });

export interface Progress {
  readonly stage: string;
  readonly done: number;
  readonly total: number;
}

/** Renews the lease and reports progress; answers whether cancelling was asked for. Throws LeaseLostError. */
export async function renewLease(db: Db, lease: Lease, progress: Progress): Promise<{ cancel: boolean }> {
  const changed = await held(db, lease).update({ available_at: later(db, leaseSeconds), ...progress });
  if (changed === 0) throw new LeaseLostError(lease.job.id);
  const row = await held(db, lease).first("cancel_requested");
  return { cancel: Boolean(row?.cancel_requested) };
}

/** Makes sure, within a transaction, that the lease is still held until that ends. Throws LeaseLostError. */
export async function lockLease(trx: Db, lease: Lease): Promise<void> {
  if (!(await held(trx, lease).forUpdate().first("id"))) throw new LeaseLostError(lease.job.id);
}

/** Records what came of a job. Throws LeaseLostError. */
export async function completeJob(db: Db, lease: Lease, result: unknown): Promise<void> {
  await inTransaction(db, async (trx) => {
    const ended = { state: "done", stage: "done", error: null, lease_token: null, ended_at: trx.fn.now(3) };
    const changed = await held(trx, lease).update({ ...ended, result: JSON.stringify(result ?? null) });
    if (changed === 0) throw new LeaseLostError(lease.job.id);
    await addEvent(trx, `job:${lease.job.id}`, { state: "done" });
  });
}

/** How an attempt has ended. */
export interface Failed {
  readonly message: string;
  /** It would end so again. */
  readonly final: boolean;
  /** What the machine did to it, not what it is: counted as when its worker had ended over it. */
  readonly byMachine?: boolean;
}

/** Ends an attempt: for good, or to be tried again after a pause that grows, with jitter. */
export async function failJob(db: Db, lease: Lease, { message, final, byMachine = false }: Failed): Promise<void> {
  await inTransaction(db, async (trx) => {
    const row = await held(trx, lease).forUpdate().first("failures", "attempts");
    if (!row) return;
    const failures = row.failures + (byMachine ? 0 : 1);
    const lost = row.attempts - failures;
    const pauseS = 2 ** Math.min(byMachine ? lost : failures, longestPause) * (0.75 + Math.random() / 2);
    await held(trx, lease).update({ failures });
    if (final || failures >= mostFailures || lost >= mostLost)
      return void (await endJob(trx, lease.job.id, "failed", message));
    const again = { state: "waiting", stage: "waiting", available_at: later(trx, pauseS), lease_token: null };
    await held(trx, lease).update({ ...again, error: message });
  });
}

/** Ends a job whose cancelling its worker has heard of. */
export async function endCancelled(db: Db, lease: Lease): Promise<void> {
  await inTransaction(db, async (trx) => {
    if (await held(trx, lease).forUpdate().first("id")) await endJob(trx, lease.job.id, "cancelled", null);
  });
}

/** Gives a job back unharmed when its worker is told to stop: the attempt does not count. */
export async function returnJob(db: Db, lease: Lease): Promise<void> {
  const { attempts } = lease.job;
  const back = { state: "waiting", stage: "waiting", lease_token: null, available_at: db.fn.now(3) };
  await held(db, lease).update({ ...back, attempts: attempts - 1 });
}

/** Whether somebody waits at a screen for another job that nobody has begun. */
export async function urgentWait(db: Db): Promise<boolean> {
  const query = db("job").where("state", "waiting").where("priority", ">=", urgent);
  return (await query.where("available_at", "<=", db.fn.now(3)).first("id")) !== undefined;
}

/** Whether anything waits that nobody has begun; jobs that have given way for the rest of them wait for all others. */
export async function othersWait(db: Db): Promise<boolean> {
  const query = db("job").where("state", "waiting").where("available_at", "<=", db.fn.now(3));
  return (await query.whereRaw("json_value(payload, '$.rest') is null").first("id")) !== undefined;
}

/** Puts a job back whose first part is done, behind all that wait now; `payload` says what is left. */
export async function putBehind(db: Db, lease: Lease, payload: unknown): Promise<void> {
  await inTransaction(db, async (trx) => {
    const last = await trx("job").where({ state: "waiting" }).max("turn as turn").first();
    const row = await held(trx, lease).forUpdate().first("turn", "attempts");
    if (!row) throw new LeaseLostError(lease.job.id);
    await held(trx, lease).update({
      ...{ state: "waiting", stage: "waiting", lease_token: null, available_at: trx.fn.now(3) },
      ...{ payload: JSON.stringify(payload), attempts: row.attempts - 1 },
      turn: Math.max(Number(row.turn), Number(last?.turn ?? 0)) + 1,
    });
  });
}

/** Takes a job out of the queue that nobody has begun; false where somebody has, or it has ended. */
export async function takeBackJob(db: Db, id: string): Promise<boolean> {
  return inTransaction(db, async (trx) => {
    const row = await trx("job").where({ id }).forUpdate().first("state");
    if (row?.state !== "waiting") return false;
    await endJob(trx, id, "cancelled", null);
    return true;
  });
}

/** Ends a waiting job at once and asks the worker of a leased one to stop. */
export async function cancelJob(db: Db, id: string): Promise<void> {
  await inTransaction(db, async (trx) => {
    const row = await trx("job").where({ id }).forUpdate().first("state");
    if (row?.state === "waiting") await endJob(trx, id, "cancelled", null);
    if (row?.state === "leased") await trx("job").where({ id }).update({ cancel_requested: true });
  });
}
