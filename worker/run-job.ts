import { rm } from "node:fs/promises";
import { setTimeout as pause } from "node:timers/promises";
import type { Db } from "@/server/db/connection";
import {
  completeJob,
  endCancelled,
  failJob,
  LeaseLostError,
  leaseSeconds,
  putBehind,
  renewLease,
  returnJob,
  type Lease,
} from "@/server/db/jobs";
import { addEvent } from "@/server/db/events";
import { makeWorkFolder } from "@/server/files/storage";
import { log } from "@/server/log";
import { failing, isByMachine, Stopped, type StopReason } from "./failing";
import { GiveWay, type JobContext, type JobKind } from "./jobs/define";
import { jobKinds } from "./jobs/kinds";
import { persist } from "./persist";

/** How often the lease is renewed, progress is told and cancelling is looked for. */
const beatMs = 400;
/** A job may take so many times what was expected, and no less than so long, before it is taken for hung. */
const deadline = { times: 40, leastS: 900 };

/** Does one leased job, and records how it ended. `stop` asks it to give the job back. */
export async function runJob(db: Db, lease: Lease, stop: AbortSignal): Promise<void> {
  const started = performance.now();
  const { id, kind: name, costS, payload } = lease.job;
  const kind = (jobKinds as Readonly<Record<string, JobKind>>)[name];
  const control = new AbortController();
  const halt = (reason: StopReason) => control.abort(new Stopped(reason));
  const giveBack = () => halt("stopping");
  stop.addEventListener("abort", giveBack, { once: true });
  if (stop.aborted) giveBack();
  const late = setTimeout(() => halt("late"), Math.max(deadline.leastS, costS * deadline.times) * 1000);
  const progress: JobContext["progress"] = { stage: "preparing", done: 0, total: 0 };
  const looks: (() => Promise<void>)[] = [];
  const heart = keepLease(db, lease, { progress, looks, halt, signal: control.signal });
  const folder = await makeWorkFolder(`${id}-${lease.token}`);
  try {
    control.signal.throwIfAborted();
    if (!kind) throw new Error(`no worker knows jobs of the kind ${name}`);
    const onBeat: JobContext["onBeat"] = (look) => void looks.push(look);
    const context = { db, lease, folder, signal: control.signal, progress, onBeat };
    const wanted = kind.payload.parse(payload);
    const result = await kind.run(context, wanted);
    await heart.stop();
    control.signal.throwIfAborted();
    await persist(() => completeJob(db, lease, result));
    await kind.settled?.(db, wanted).catch((error: unknown) => log.warn({ err: error, job: id }, "not cleared up"));
    log.info({ job: id, kind: name, ms: Math.round(performance.now() - started) }, "job done");
  } catch (error) {
    await heart.stop();
    await end(db, lease, kind, control.signal.aborted ? control.signal.reason : error);
  } finally {
    clearTimeout(late);
    stop.removeEventListener("abort", giveBack);
    await rm(folder, { recursive: true, force: true });
  }
}

interface Heart {
  readonly progress: JobContext["progress"];
  readonly looks: readonly (() => Promise<void>)[];
  readonly halt: (reason: StopReason) => void;
  readonly signal: AbortSignal;
}

/** Renews the lease until stopped; halts the job when it is cancelled or the lease is lost. */
function keepLease(db: Db, lease: Lease, { progress, looks, halt, signal }: Heart) {
  const ended = new AbortController();
  let renewedAt = performance.now();
  let told = "";
  const beat = async () => {
    while (!ended.signal.aborted && !signal.aborted) {
      try {
        const { cancel } = await renewLease(db, lease, { ...progress });
        renewedAt = performance.now();
        if (cancel) halt("cancelled");
        for (const look of looks) await look();
        const now = JSON.stringify(progress);
        if (now !== told) await addEvent(db, `job:${lease.job.id}`, { state: "leased", ...progress });
        told = now;
      } catch (error) {
        if (error instanceof LeaseLostError) halt("lost");
        else if (performance.now() - renewedAt > leaseSeconds * 1000 * 4) halt("lost");
        else log.warn({ err: error, job: lease.job.id }, "lease could not be renewed; trying on");
      }
      await pause(beatMs, undefined, { signal: ended.signal }).catch(() => undefined);
    }
  };
  const done = beat();
  return {
    stop: async () => {
      ended.abort();
      await done;
    },
  };
}

async function end(db: Db, lease: Lease, kind: JobKind | undefined, error: unknown): Promise<void> {
  const { id, payload } = lease.job;
  if (error instanceof LeaseLostError || (error instanceof Stopped && error.reason !== "late")) {
    const reason = error instanceof Stopped ? error.reason : "lost";
    log.info({ job: id, reason }, "job stopped");
    if (reason === "cancelled") await persist(() => endCancelled(db, lease));
    if (reason === "stopping") await persist(() => returnJob(db, lease));
    return;
  }
  if (error instanceof GiveWay) {
    log.info({ job: id }, "job gives way");
    await persist(() => putBehind(db, lease, error.payload));
    return;
  }
  const { message, final } = kind?.failing?.(error) ?? failing(error);
  if (final) log.info({ job: id, message }, "job refused");
  else log.error({ err: error, job: id }, "job failed");
  await persist(() => failJob(db, lease, { message, final, byMachine: isByMachine(error) }));
  if (final) await kind?.settled?.(db, payload).catch(() => undefined); // A sweep clears up what this leaves.
}
