import type { Db } from "./connection";
import { addEvent, endedTopic } from "./events";
import { newId } from "./ids";
import { toMember, type Member } from "./members";

/** Starts a session of a member, for so many seconds; those that have ended are cleared away. */
export async function addSession(
  db: Db,
  memberId: string,
  seconds: number,
  seen: { device: string; address: string } = { device: "", address: "" },
): Promise<string> {
  const id = newId();
  await db("session").where("ends_at", "<", db.fn.now(3)).limit(500).del();
  await db("session").insert({
    id,
    member_id: memberId,
    ends_at: db.raw("date_add(now(3), interval ? second)", [seconds]),
    device: seen.device.slice(0, 160),
    address: seen.address.slice(0, 64),
  });
  return id;
}

/** A session is seen anew so many seconds after it was last. */
const seenAgainS = 300;

/** The active member whose session this is, while it is on. */
export async function findSessionMember(db: Db, id: string): Promise<Member | undefined> {
  const row = await db("session as s")
    .join("member as m", "m.id", "s.member_id")
    .where("s.id", id)
    .where("s.ends_at", ">", db.fn.now(3))
    .where("m.active", true)
    .first("m.*", db.raw("s.seen_at < date_sub(now(3), interval ? second) as unseen", [seenAgainS]));
  if (row?.unseen)
    await db("session")
      .where({ id })
      .update({ seen_at: db.fn.now(3) });
  return row && toMember(row);
}

/** Ends a session, with what is streamed to it. */
export async function endSession(db: Db, id: string): Promise<void> {
  const row = await db("session").where({ id }).first("member_id");
  if (!row) return;
  await db("session").where({ id }).del();
  await addEvent(db, endedTopic(row.member_id as string), {});
}

export interface ListedSession {
  readonly id: string;
  readonly device: string;
  readonly address: string;
  readonly madeAt: Date;
  readonly seenAt: Date;
}

/** Sessions of a member that are on, the one seen last first. */
export async function listSessions(db: Db, memberId: string): Promise<ListedSession[]> {
  const rows = await db("session")
    .where({ member_id: memberId })
    .where("ends_at", ">", db.fn.now(3))
    .orderBy("seen_at", "desc")
    .limit(100);
  return rows.map((row) => ({
    id: row.id,
    device: row.device,
    address: row.address,
    madeAt: row.made_at,
    seenAt: row.seen_at,
  }));
}

/** Ends one session of a member, or all but one, with what is streamed to it. Answers how many ended. */
export async function endSessionsOf(
  db: Db,
  memberId: string,
  which: { id: string } | { allBut: string },
): Promise<number> {
  const query = db("session").where({ member_id: memberId });
  const ended = await ("id" in which
    ? query.where({ id: which.id }).del()
    : query.whereNot({ id: which.allBut }).del());
  await addEvent(db, endedTopic(memberId), {});
  return ended;
}
