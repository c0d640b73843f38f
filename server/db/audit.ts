import type { Db } from "./connection";

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
