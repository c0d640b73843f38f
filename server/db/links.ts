import { createHash, randomBytes } from "node:crypto";
import type { LinkKind } from "@/contract/links";
import { fromJson, type Db } from "./connection";
import { newId } from "./ids";

/** What a link is for and what of it; how it is written stands only in the link itself. */
export interface Link {
  readonly id: string;
  readonly kind: LinkKind;
  /** What it opens; each kind has a shape of its own. */
  readonly scope: unknown;
}

const hashOf = (token: string): string => createHash("sha256").update(token).digest("hex");

/** Makes a link that ends after so many seconds, or so many uses. Answers its id and the token that opens it, told once. */
export async function addLink(
  db: Db,
  link: { kind: LinkKind; scope: unknown; madeBy: string | null; seconds: number; uses?: number },
): Promise<{ id: string; token: string }> {
  const [id, token] = [newId(), randomBytes(24).toString("base64url")];
  await db("link").insert({
    id,
    token_hash: hashOf(token),
    kind: link.kind,
    scope: JSON.stringify(link.scope),
    made_by: link.madeBy,
    ends_at: db.raw("date_add(now(3), interval ? second)", [link.seconds]),
    uses_left: link.uses ?? null,
  });
  return { id, token };
}

const open = (db: Db) =>
  db("link")
    .whereNull("revoked_at")
    .where("ends_at", ">", db.fn.now(3))
    .where((any) => any.whereNull("uses_left").orWhere("uses_left", ">", 0));

/** The link that a token opens, while it is neither revoked, nor over, nor used up. */
export async function findLink(db: Db, token: string): Promise<Link | undefined> {
  const row = await open(db)
    .where({ token_hash: hashOf(token) })
    .first("id", "kind", "scope");
  return row && { id: row.id, kind: row.kind, scope: fromJson(row.scope) };
}

export interface MadeLink {
  readonly id: string;
  readonly kind: LinkKind;
  readonly madeAt: Date;
  readonly madeBy: string | null;
  readonly endsAt: Date;
}

/** Links of these kinds that are open, of one thing, by what their scope says of it; the newest first. */
export async function listLinks(db: Db, kinds: readonly LinkKind[], key: string, id: string): Promise<MadeLink[]> {
  const rows: Record<string, unknown>[] = await open(db)
    .whereIn("kind", kinds)
    .whereRaw("json_value(scope, ?) = ?", [`$.${key}`, id])
    .leftJoin("member as m", "m.id", "link.made_by")
    .orderBy("link.made_at", "desc")
    .select("link.id", "link.kind", "link.made_at", "link.ends_at", "m.name as member_name");
  return rows.map((row) => ({
    id: row.id as string,
    kind: row.kind as LinkKind,
    madeAt: row.made_at as Date,
    madeBy: (row.member_name as string | null) ?? null,
    endsAt: row.ends_at as Date,
  }));
}

/** Counts one use of a link; false where it was used up, revoked or over in the meantime. */
export async function countUse(db: Db, id: string): Promise<boolean> {
  const changed = await open(db)
    .where({ id })
    .update({ uses_left: db.raw("if(uses_left is null, null, uses_left - 1)"), used_at: db.fn.now(3) });
  return changed === 1;
}

export async function revokeLink(db: Db, id: string): Promise<void> {
  await db("link")
    .where({ id })
    .whereNull("revoked_at")
    .update({ revoked_at: db.fn.now(3) });
}
