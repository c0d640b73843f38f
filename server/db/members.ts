import type { Role } from "@/contract/members";
import type { Db } from "./connection";

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
}

export const toMember = (row: Row): Member => ({
  id: row.id,
  email: row.email,
  name: row.name,
  role: row.role,
  sessionEpoch: row.session_epoch,
});

/** The active member of an address with the password's hash, for signing in. */
export async function findSignIn(db: Db, email: string): Promise<{ member: Member; hash: string } | undefined> {
  const row = await db<Row>("member").where({ email }).where("active", true).first();
  return row && { member: toMember(row), hash: row.password_hash };
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
  return row && toMember(row);
}
