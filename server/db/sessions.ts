import type { Db } from "./connection";
import { newId } from "./ids";
import { toMember, type Member } from "./members";

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

/** The active member whose session this is, while it is on. */
export async function findSessionMember(db: Db, id: string): Promise<Member | undefined> {
  const row = await db("session as s")
    .join("member as m", "m.id", "s.member_id")
    .where("s.id", id)
    .where("s.ends_at", ">", db.fn.now(3))
    .where("m.active", true)
    .first("m.*");
  return row && toMember(row);
}

export async function endSession(db: Db, id: string): Promise<void> {
  await db("session").where({ id }).del();
}
