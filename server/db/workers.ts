import type { Db } from "./connection";

/** Seconds after which a worker that was not heard of is taken for gone. */
const goneS = 20;

/** Says that a worker is there; those that were not heard of for an hour are forgotten. */
export async function noteWorker(
  db: Db,
  name: string,
  { version, memoryBytes }: { version: string; memoryBytes: number } = { version: "", memoryBytes: 0 },
): Promise<void> {
  const facts = { version, memory_bytes: memoryBytes };
  await db("worker")
    .insert({ name, ...facts })
    .onConflict("name")
    .merge({ ...facts, seen_at: db.fn.now(3) } as never);
  await db("worker").where("seen_at", "<", db.raw("date_sub(now(3), interval 1 hour)")).del();
}

export async function dropWorker(db: Db, name: string): Promise<void> {
  await db("worker").where({ name }).del();
}

const there = (db: Db) => db("worker").where("seen_at", ">", db.raw("date_sub(now(3), interval ? second)", [goneS]));

const living = (db: Db) => there(db).count("* as n");

/** The workers that were heard of lately. */
export async function listWorkers(db: Db): Promise<{ name: string; version: string; memoryBytes: number }[]> {
  const rows = await there(db).orderBy("name").select("name", "version", "memory_bytes");
  return rows.map((row) => ({ name: row.name, version: row.version, memoryBytes: Number(row.memory_bytes) }));
}

/** What lies before each of the first waiting jobs. */
export interface Ahead {
  readonly jobs: number;
  readonly seconds: number;
}

/** Jobs behind so many that wait are not counted. */
export const mostLookedAt = 1000;
const paceOf = 40;

/** What is known of the queue as a whole, whichever job is asked for. */
export interface QueueFacts {
  /** Jobs that somebody has in hand, and what is left of them. */
  readonly inHand: { readonly jobs: number; readonly costS: number };
  /** Seconds that one second of expected cost takes with the workers that are there. */
  readonly pace: number;
  /** The first jobs that wait, each with those before it that wait too, and what they cost. */
  readonly waiting: ReadonlyMap<string, { readonly jobs: number; readonly costS: number }>;
}

export async function readQueueFacts(db: Db): Promise<QueueFacts> {
  const [inHand] = await db("job")
    .where({ state: "leased" })
    .select(db.raw("count(*) as jobs, sum(cost_s * if(total > 0, 1 - done / total, 1)) as cost"));
  const workers = Math.max(1, Number((await living(db))[0]?.n ?? 0));
  const front: { id: string; cost_s: number }[] = await db(db.raw("job force index (job_order)"))
    .where("state", "waiting")
    .orderByRaw("priority desc, turn, seq")
    .limit(mostLookedAt)
    .select("id", "cost_s");
  const waiting = new Map<string, { jobs: number; costS: number }>();
  let costS = 0;
  for (const { id, cost_s: own } of front) {
    waiting.set(id, { jobs: waiting.size, costS });
    costS += Number(own);
  }
  return {
    inHand: { jobs: Number(inHand.jobs), costS: Number(inHand.cost ?? 0) },
    pace: (await paceOfOne(db)) / workers,
    waiting,
  };
}

/** How many jobs come before each of these that still waits, and about how many seconds that takes. */
export function queueAhead(ids: readonly string[], { inHand, pace, waiting }: QueueFacts): Map<string, Ahead> {
  const ahead = new Map<string, Ahead>();
  for (const id of ids) {
    const place = waiting.get(id);
    if (!place) continue;
    ahead.set(id, { jobs: place.jobs + inHand.jobs, seconds: (place.costS + inHand.costS) * pace });
  }
  return ahead;
}

/** What jobs took of late against what was expected of them: machines differ. */
async function paceOfOne(db: Db): Promise<number> {
  const took = db.raw("timestampdiff(microsecond, leased_at, ended_at) / 1e6 as took_s");
  const ended = db("job").where({ state: "done" }).orderBy("ended_at", "desc").limit(paceOf).select("cost_s", took);
  const [sums] = await db(ended.as("e")).select(db.raw("sum(took_s) as took, sum(cost_s) as expected"));
  const [took_s, expected] = [Number(sums?.took ?? 0), Number(sums?.expected ?? 0)];
  return took_s > 0 && expected > 0 ? took_s / expected : 1;
}

/** How many jobs wait or are in hand, and about how many seconds they take with the workers that are there. */
export async function queueLength(db: Db): Promise<Ahead> {
  const [open] = await db("job")
    .whereIn("state", ["waiting", "leased"])
    .select(db.raw("count(*) as n, sum(cost_s) as s"));
  const workers = Math.max(1, Number((await living(db))[0]?.n ?? 0));
  return { jobs: Number(open?.n ?? 0), seconds: Number(open?.s ?? 0) / workers };
}
