import { fromJson, type Db } from "./connection";

/** Something that has happened, for whoever looks at what it concerns. */
export interface Event {
  readonly seq: number;
  readonly topic: string;
  readonly body: unknown;
}

/** Tells that something has happened; within a transaction it is told when that is done. */
export async function addEvent(db: Db, topic: string, body: unknown): Promise<void> {
  await db("event").insert({ topic, body: JSON.stringify(body) });
}

/** Told by nobody but streams: a session or a link of this member or link has ended, or may less than before. */
export const endedTopic = (id: string): string => `ended:${id}`;

/** Seconds by which a transaction that began earlier may end later: so far back events may still appear. */
const settleS = 5;

/** Events after this one, and those that may have appeared before it since it was read. */
export async function listEvents(db: Db, after: number, limit: number): Promise<Event[]> {
  const rows = await db("event").where("seq", ">", after).orderBy("seq").limit(limit);
  return rows.map(({ seq, topic, body }) => ({ seq: Number(seq), topic, body: fromJson(body) }));
}

/** The newest event after which others may still appear out of their order. */
export async function settledSeq(db: Db): Promise<number> {
  const row = await db("event")
    .where("at", "<", db.raw("date_sub(now(3), interval ? second)", [settleS]))
    .max("seq as seq")
    .first();
  return Number(row?.seq ?? 0);
}

/** Events of these topics after this one. */
export async function listEventsOf(db: Db, topics: readonly string[], after: number, limit: number): Promise<Event[]> {
  const rows = await db("event").whereIn("topic", topics).where("seq", ">", after).orderBy("seq").limit(limit);
  return rows.map(({ seq, topic, body }) => ({ seq: Number(seq), topic, body: fromJson(body) }));
}

/** More are not looked through for what was told. */
const mostLooked = 1000;

/** The first of these values that one of the newest events of a topic says by this name. */
export async function findTold(
  db: Db,
  topic: string,
  name: string,
  values: readonly string[],
): Promise<string | undefined> {
  const said = db.raw("json_value(body, ?)", [`$.${name}`]);
  const rows = await db("event").where("topic", topic).orderBy("seq", "desc").limit(mostLooked).select({ said });
  const told = new Set(rows.map((row) => String(row.said)));
  return values.find((value) => told.has(value));
}

/** The oldest event that is still known; 0 when there is none. */
export async function oldestSeq(db: Db): Promise<number> {
  return Number((await db("event").min("seq as seq").first())?.seq ?? 0);
}
