import type { Db } from "./connection";

/** How the queue stands, and what it did in the last hour; for whoever watches over it. */
export interface QueueFigures {
  readonly open: readonly { readonly kind: string; readonly state: "waiting" | "leased"; readonly count: number }[];
  /** Seconds that the job waits which was asked for first. */
  readonly oldestS: number;
  readonly ended: readonly {
    readonly kind: string;
    readonly state: string;
    readonly count: number;
    readonly seconds: number;
  }[];
}

export async function readQueueFigures(db: Db): Promise<QueueFigures> {
  const open = await db("job")
    .whereIn("state", ["waiting", "leased"])
    .groupBy("kind", "state")
    .select("kind", "state", db.raw("count(*) as n"));
  const [oldest] = await db("job")
    .where({ state: "waiting" })
    .select(db.raw("coalesce(max(timestampdiff(microsecond, created_at, now(3))) / 1e6, 0) as s"));
  const ended = await db("job")
    .whereIn("state", ["done", "failed", "cancelled"])
    .where("ended_at", ">", db.raw("date_sub(now(3), interval 1 hour)"))
    .groupBy("kind", "state")
    .select(
      "kind",
      "state",
      db.raw("count(*) as n"),
      db.raw("coalesce(sum(timestampdiff(microsecond, leased_at, ended_at)) / 1e6, 0) as s"),
    );
  return {
    open: open.map((row) => ({ kind: row.kind, state: row.state, count: Number(row.n) })),
    oldestS: Number(oldest?.s ?? 0),
    ended: ended.map((row) => ({ kind: row.kind, state: row.state, count: Number(row.n), seconds: Number(row.s) })),
  };
}
