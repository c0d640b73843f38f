import type { Db } from "./connection";
import { newId } from "./ids";

/** Starts a session of a member, for so many seconds; those that have ended are cleared away. */
export async function addSession(db: Db, memberId: string, seconds: number): Promise<string> {
  const id = newId();
  await db("session").where("ends_at", "<", db.fn.now(3)).limit(500).del();
  await db("session").insert({
    id,
    member_id: memberId,
    ends_at: db.raw("date_add(now(3), interval ? second)", [seconds]),
  });
  return id;
}

/** The member whose session this is, while it is on. */
export async function findSession(db: Db, id: string): Promise<string | undefined> {
  const row = await db("session").where({ id }).where("ends_at", ">", db.fn.now(3)).first("member_id");
  return row?.member_id as string | undefined;
}

export async function endSession(db: Db, id: string): Promise<void> {
  await db("session").where({ id }).del();
}
