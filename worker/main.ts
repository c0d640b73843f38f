import { hostname } from "node:os";
import { database, disconnect, type Db } from "@/server/db/connection";
import { claimNextJob, urgent } from "@/server/db/jobs";
import { dropWorker, noteWorker } from "@/server/db/workers";
import { log } from "@/server/log";
import { traced } from "@/server/trace";
import { version } from "@/server/version";
import { appliedMigrations, migrationNames } from "@/server/db/migrate";
import { runJob } from "./run-job";
import { sweep } from "./sweep";

/** Pause between looks at an empty queue, and the longest while the database is gone. */
const idleMs = 500;
const longestPauseMs = 5000;
const sweepMs = 10 * 60 * 1000;
const noteMs = 5000;

/** What this worker is called wherever its work is told of. */
const name = process.env.WORKER_NAME ?? `${hostname()}-${process.pid}`;

const stop = new AbortController();
let signals = 0;
const onSignal = () => {
  signals += 1;
  if (signals > 1) process.exit(1);
  log.info("stopping: the job in hand goes back to the queue");
  stop.abort();
};
process.on("SIGTERM", onSignal);
process.on("SIGINT", onSignal);
// A worker whose parent has gone would render on for nobody.
process.on("disconnect", onSignal);
if (process.env.RUBRICK_PROCESS && !process.connected) onSignal();

const pause = (ms: number) =>
  new Promise<void>((resolve) => {
    const timer = setTimeout(done, ms);
    function done() {
      clearTimeout(timer);
      stop.signal.removeEventListener("abort", done);
      resolve();
    }
    stop.signal.addEventListener("abort", done);
  });

async function main(): Promise<void> {
  const db = database();
  await refuseStrangeTables(db);
  log.info({ version: version() }, "render worker is looking for work");
  const sweeping = keepSwept(db);
  const noting = keepNoted(db);
  // Whoever waits for something short at a screen does not wait for a long clip.
  await Promise.all([work(db, 0), work(db, urgent)]);
  clearInterval(sweeping);
  clearInterval(noting);
  await dropWorker(db, name).catch(() => undefined);
  await disconnect();
}

/** Waits for tables that are to be brought up to date, and does nothing to those of a later version. */
async function refuseStrangeTables(db: Db): Promise<void> {
  while (!stop.signal.aborted) {
    const applied = await appliedMigrations(db).catch((): string[] => []);
    if (applied.some((one) => !migrationNames.includes(one))) {
      log.error("the tables are of a later version than this worker: update the worker");
      process.exit(1);
    }
    if (migrationNames.every((one) => applied.includes(one))) return;
    await pause(longestPauseMs);
  }
}

/** Does one job after the other, of this priority or a higher one. */
async function work(db: Db, leastPriority: number): Promise<void> {
  let waitMs = idleMs;
  while (!stop.signal.aborted) {
    try {
      const lease = await claimNextJob(db, name, leastPriority);
      waitMs = idleMs;
      if (lease) await traced({ request: lease.job.askedBy, job: lease.job.id }, () => runJob(db, lease, stop.signal));
      else await pause(idleMs);
    } catch (error) {
      log.warn({ err: error }, "queue not reachable; trying again");
      await pause(waitMs);
      waitMs = Math.min(longestPauseMs, waitMs * 2);
    }
  }
}

/** Clears up now and every ten minutes, beside the work. */
function keepSwept(db: Db): NodeJS.Timeout {
  const once = () =>
    sweep(db).then(
      (swept) => Object.values(swept).some((count) => count > 0) && log.info(swept, "swept"),
      (error: unknown) => log.warn({ err: error }, "could not sweep; trying again later"),
    );
  void once();
  return setInterval(once, sweepMs);
}

/** Says that it is there, now and every few seconds. */
function keepNoted(db: Db): NodeJS.Timeout {
  const once = () =>
    noteWorker(db, name, { version: version(), memoryBytes: process.memoryUsage.rss() }).catch((error: unknown) =>
      log.warn({ err: error }, "could not be noted"),
    );
  void once();
  return setInterval(once, noteMs);
}

await main();
process.exit(0);
