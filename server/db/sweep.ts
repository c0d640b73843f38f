import type { Db } from "./connection";

/** Tokens of leases that are held now. */
export async function livingTokens(db: Db): Promise<Set<string>> {
  const rows = await db("job").where({ state: "leased" }).whereNotNull("lease_token").select("lease_token");
  return new Set(rows.map((row) => row.lease_token as string));
}

/** Rows that are cleared in one go, so that no sweep holds anybody up. */
const batch = 5000;
const auditYears = 3;
/** Whoever was away for longer looks at everything anew. */
const eventMinutes = 60;
/** Afterwards nobody asks any more how often a clip was tried. */
const jobDays = 30;
/** Rows that are still of interest are looked at again; longer than jobs, which would say that it was done. */
const findingDays = 90;

/** Clears sessions and counts that have ended, and the oldest of the audit. Answers how many rows went. */
export async function sweepRows(db: Db): Promise<number> {
  const sessions = await db("session").where("ends_at", "<", db.fn.now(3)).limit(batch).del();
  const limits = await db("sign_in_limit").where("expire", "<", Date.now()).limit(batch).del();
  const old = db.raw("date_sub(now(3), interval ? year)", [auditYears]);
  const audit = await db("audit").where("at", "<", old).orderBy("id").limit(batch).del();
  const events = await db("event")
    .where("at", "<", db.raw("date_sub(now(3), interval ? minute)", [eventMinutes]))
    .orderBy("at")
    .limit(batch)
    .del();
  const ended = await db("job")
    .whereIn("state", ["done", "failed", "cancelled"])
    .where("ended_at", "<", db.raw("date_sub(now(3), interval ? day)", [jobDays]))
    .limit(batch)
    .del();
  // What was packed or copied for somebody is fetched within the day.
  await db.raw(
    `delete r from file_reference r join job j on j.id = r.id
     where r.kind in ('zip', 'look', 'pack', 'unpack', 'part') and j.ended_at < date_sub(now(3), interval 1 day)`,
  );
  await db.raw(
    `delete q from export_request q
     where q.created_at < date_sub(now(3), interval 1 day)
       and not exists (select 1 from export e where e.request_id = q.id)`,
  );
  const findings = await db("row_finding")
    .where("found_at", "<", db.raw("date_sub(now(3), interval ? day)", [findingDays]))
    .limit(batch)
    .del();
  return [sessions, limits, audit, events, ended, findings].reduce((sum, count) => sum + Number(count), 0);
}
