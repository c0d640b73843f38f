import { fromJson, type Db } from "./connection";

/** Writes down who did what; `db` may be a transaction, so that the row stands or falls with the deed. */
export async function addAudit(
  db: Db,
  entry: { memberId: string | null; action: string; subject: string; detail?: unknown },
): Promise<void> {
  await db("audit").insert({
    member_id: entry.memberId,
    action: entry.action,
    subject: entry.subject,
    detail: entry.detail === undefined ? null : JSON.stringify(entry.detail),
  });
}

/** What was written down of a deed, by what it was done to. */
export async function findAudit(db: Db, action: string, subject: string): Promise<{ detail: unknown } | undefined> {
  const row = await db("audit").where({ action, subject }).first("detail");
  return row && { detail: fromJson<unknown>(row.detail) };
}
