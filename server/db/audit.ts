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

export interface AuditRow {
  readonly seq: number;
  readonly at: Date;
  readonly by: string | null;
  readonly action: string;
  readonly subject: string;
  readonly detail: unknown;
}

export interface AuditWish {
  readonly search: string;
  readonly by: string;
  readonly from?: string | undefined;
  /** The last day that counts. */
  readonly until?: string | undefined;
  readonly before?: number | undefined;
  readonly limit: number;
}

/** Entries that match, the newest first. */
export async function listAudit(db: Db, wish: AuditWish): Promise<AuditRow[]> {
  const query = db("audit as a")
    .leftJoin("member as m", "m.id", "a.member_id")
    .orderBy("a.id", "desc")
    .limit(wish.limit)
    .select("a.*", "m.name as member_name");
  if (wish.before !== undefined) query.where("a.id", "<", wish.before);
  if (wish.by !== "") query.where("a.member_id", wish.by);
  if (wish.from !== undefined) query.where("a.at", ">=", wish.from);
  if (wish.until !== undefined) query.where("a.at", "<", db.raw("date_add(?, interval 1 day)", [wish.until]));
  if (wish.search !== "") {
    const like = `%${wish.search.replace(/[\\%_]/g, (sign) => `\\${sign}`)}%`;
    query.whereRaw("(a.action like ? or a.subject like ? or a.detail like ? or m.name like ?)", [
      like,
      like,
      like,
      like,
    ]);
  }
  const rows: Record<string, unknown>[] = await query;
  return rows.map((row) => ({
    seq: Number(row.id),
    at: row.at as Date,
    by: (row.member_name as string | null) ?? null,
    action: row.action as string,
    subject: row.subject as string,
    detail: row.detail === null ? null : fromJson<unknown>(row.detail),
  }));
}
