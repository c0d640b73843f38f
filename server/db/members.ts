import type { Role } from "@/contract/members";
import { fromJson, type Db } from "./connection";
import { addEvent, endedTopic } from "./events";

export interface Member {
  readonly id: string;
  readonly email: string;
  readonly name: string;
  readonly role: Role;
  readonly sessionEpoch: number;
}

interface Row {
  id: string;
  email: string;
  name: string;
  role: Role;
  session_epoch: number;
  password_hash: string;
  active: number;
  second_factor: string | null;
  second_factor_step: number | null;
  spare_codes: unknown;
  joined_at: Date;
}

export const toMember = (row: Pick<Row, "id" | "email" | "name" | "role" | "session_epoch">): Member => ({
  id: row.id,
  email: row.email,
  name: row.name,
  role: row.role,
  sessionEpoch: row.session_epoch,
});

/** What somebody signs in with. */
export interface SignInFacts {
  readonly member: Member;
  readonly hash: string;
  /** Sealed; null without a second factor. */
  readonly secondFactor: string | null;
}

const toFacts = (row: Row): SignInFacts => ({
  member: toMember(row),
  hash: row.password_hash,
  secondFactor: row.second_factor,
});

/** Whether an address is a member's, and whether they can sign in. */
export async function findStanding(db: Db, email: string): Promise<{ active: boolean } | undefined> {
  const row = await db<Row>("member").where({ email }).first("active");
  return row && { active: Boolean(row.active) };
}

/** The active member of an address with what they sign in with. */
export async function findSignIn(db: Db, email: string): Promise<SignInFacts | undefined> {
  const row = await db<Row>("member").where({ email }).where("active", true).first();
  return row && toFacts(row as Row);
}

/** The same by id. */
export async function findSignInOf(db: Db, id: string): Promise<SignInFacts | undefined> {
  const row = await db<Row>("member").where({ id }).where("active", true).first();
  return row && toFacts(row as Row);
}

export async function addMember(
  db: Db,
  member: { id: string; email: string; name: string; role: Role; passwordHash: string },
): Promise<void> {
  const { passwordHash, ...rest } = member;
  await db("member").insert({ ...rest, password_hash: passwordHash });
}

export async function findMember(db: Db, id: string): Promise<Member | undefined> {
  const row = await db<Row>("member")
    .where({ id, active: true } as object)
    .first();
  return row && toMember(row as Row);
}

export interface ListedMember extends Member {
  readonly active: boolean;
  readonly secondFactor: boolean;
  readonly joinedAt: Date;
  readonly seenAt: Date | null;
  readonly holds: number;
}

/** What of the house is somebody's, and goes to somebody else when they are deactivated. */
const held = [
  { table: "sheet", column: "made_by" },
  { table: "running_order", column: "made_by" },
  { table: "live_page", column: "made_by" },
  { table: "link", column: "made_by" },
] as const;

/** All members, those who are deactivated last. */
export async function listMembers(db: Db): Promise<ListedMember[]> {
  const counts = held.map(({ table, column }) => `(select count(*) from \`${table}\` h where h.${column} = m.id)`);
  const rows = await db("member as m")
    .select("m.*")
    .select(db.raw(`${counts.join(" + ")} as holds`))
    .select(db.raw("(select max(s.seen_at) from session s where s.member_id = m.id) as seen_at"))
    .orderBy([{ column: "m.active", order: "desc" }, "m.name", "m.id"]);
  return (rows as (Row & { holds: number; seen_at: Date | null })[]).map((row) => ({
    ...toMember(row),
    active: Boolean(row.active),
    secondFactor: row.second_factor !== null,
    joinedAt: row.joined_at,
    seenAt: row.seen_at,
    holds: Number(row.holds),
  }));
}

/** Locks a member, active or not, until the transaction ends. */
export async function lockMember(db: Db, id: string): Promise<(Member & { active: boolean }) | undefined> {
  const row = await db<Row>("member").where({ id }).forUpdate().first();
  return row && { ...toMember(row as Row), active: Boolean((row as Row).active) };
}

/** How many owners can sign in, other than one; locked, so that two don't leave at once. */
export async function countOtherOwners(db: Db, id: string): Promise<number> {
  const rows = await db("member").where({ role: "owner", active: true }).forUpdate().select("id");
  return rows.filter((row) => row.id !== id).length;
}

export async function setMember(
  db: Db,
  id: string,
  change: Partial<{ name: string; role: Role; active: boolean; passwordHash: string }>,
): Promise<void> {
  const { passwordHash, ...rest } = change;
  await db("member")
    .where({ id })
    .update({ ...rest, ...(passwordHash !== undefined && { password_hash: passwordHash }) });
  // Streams look again whether their listener may still hear them.
  if (change.role !== undefined || change.active !== undefined) await addEvent(db, endedTopic(id), {});
}

/** Ends every session of somebody, wherever they are signed in. */
export async function endAllSessions(db: Db, id: string): Promise<void> {
  await db("member").where({ id }).increment("session_epoch", 1);
  await db("session").where({ member_id: id }).del();
  await addEvent(db, endedTopic(id), {});
}

/** Hands what somebody holds, and clips of theirs that wait, to somebody else. Answers how many things that were. */
export async function handOver(db: Db, from: string, to: string): Promise<number> {
  let count = 0;
  for (const { table, column } of held)
    count += await db(table)
      .where({ [column]: from })
      .update({ [column]: to });
  count += await db("job").where({ owner: from }).whereIn("state", ["waiting", "leased"]).update({ owner: to });
  return count;
}

/** Sets a sealed second factor with the hashes of its spare codes; or takes it away. */
export async function setSecondFactor(
  db: Db,
  id: string,
  factor: { sealed: string; step: number; spareHashes: readonly string[] } | null,
): Promise<void> {
  await db("member")
    .where({ id })
    .update({
      second_factor: factor?.sealed ?? null,
      second_factor_step: factor?.step ?? null,
      spare_codes: factor ? JSON.stringify(factor.spareHashes) : null,
    });
}

/** Uses a code's step of time, once: false where it, or a later one, was used before. */
export async function spendStep(db: Db, id: string, step: number): Promise<boolean> {
  const changed = await db("member")
    .where({ id })
    .where((any) => any.whereNull("second_factor_step").orWhere("second_factor_step", "<", step))
    .update({ second_factor_step: step });
  return changed === 1;
}

/** Uses up a spare code, by its hash; false where there is no such code any more. Answers inside a transaction. */
export async function spendSpareCode(trx: Db, id: string, hash: string): Promise<boolean> {
  const left = await listSpareCodes(trx, id, true);
  if (!left.includes(hash)) return false;
  await trx("member")
    .where({ id })
    .update({ spare_codes: JSON.stringify(left.filter((code) => code !== hash)) });
  return true;
}

export async function listSpareCodes(db: Db, id: string, lock = false): Promise<string[]> {
  const query = db("member").where({ id });
  const row = await (lock ? query.forUpdate() : query).first("spare_codes");
  return row?.spare_codes ? fromJson<string[]>(row.spare_codes) : [];
}
