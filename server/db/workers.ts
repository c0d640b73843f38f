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

const looked = 1000;
const paceOf = 40;

/**
 * How many jobs come before each waiting one, and about how many seconds that takes with the workers that are there; of
 * the first thousand.
 */
export async function queueAhead(db: Db): Promise<Map<string, Ahead>> {
  const waiting = await db(db.raw("job force index (job_order)"))
    .where("state", "waiting")
    .orderBy([{ column: "priority", order: "desc" }, { column: "turn", order: "asc" }, "seq"])
    .limit(looked)
    .select("id", "cost_s");
  const inHand = await db("job").where({ state: "leased" }).select("cost_s", "done", "total");
  const ended = await db("job")
    .where({ state: "done" })
    .orderBy("ended_at", "desc")
    .limit(paceOf)
    .select("cost_s", db.raw("timestampdiff(microsecond, leased_at, ended_at) / 1e6 as took_s"));
  const workers = Math.max(1, Number((await living(db))[0]?.n ?? 0));
  const [took, expected] = [ended.map(({ took_s }) => Number(took_s)), ended.map(({ cost_s }) => Number(cost_s))].map(
    (list) => list.reduce((sum, value) => sum + value, 0),
  ) as [number, number];
  // What jobs took of late against what was expected of them: machines differ.
  const pace = took > 0 && expected > 0 ? took / expected : 1;
  let costS = inHand.reduce((sum, { cost_s, done, total }) => sum + cost_s * (total > 0 ? 1 - done / total : 1), 0);
  const ahead = new Map<string, Ahead>();
  waiting.forEach(({ id, cost_s }, i) => {
    ahead.set(id as string, { jobs: i + inHand.length, seconds: (costS * pace) / workers });
    costS += Number(cost_s);
  });
  return ahead;
}

/** How many jobs wait or are in hand, and about how many seconds they take with the workers that are there. */
export async function queueLength(db: Db): Promise<Ahead> {
  const [open] = await db("job")
    .whereIn("state", ["waiting", "leased"])
    .select(db.raw("count(*) as n, sum(cost_s) as s"));
  const workers = Math.max(1, Number((await living(db))[0]?.n ?? 0));
  return { jobs: Number(open?.n ?? 0), seconds: Number(open?.s ?? 0) / workers };
}
