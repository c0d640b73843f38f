import { createHash, randomBytes } from "node:crypto";
import type { LinkKind } from "@/contract/links";
import { fromJson, type Db } from "./connection";
import { addEvent, endedTopic } from "./events";
import { newId } from "./ids";

/** What a link is for and what of it; how it is written stands only in the link itself. */
export interface Link {
  readonly id: string;
  readonly kind: LinkKind;
  /** What it opens; each kind has a shape of its own. */
  readonly scope: unknown;
  /** What whoever made it calls it. */
  readonly name: string;
  readonly madeById: string | null;
  /** How many more may open it; null where there is no limit. */
  readonly usesLeft: number | null;
}

const hashOf = (token: string): string => createHash("sha256").update(token).digest("hex");

/** Makes a link that ends after so many seconds, or so many uses. Answers its id and the token that opens it, told once. */
export async function addLink(
  db: Db,
  link: {
    kind: LinkKind;
    scope: unknown;
    madeBy: string | null;
    seconds: number;
    uses?: number | undefined;
    name?: string;
  },
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
    name: link.name ?? "",
  });
  return { id, token };
}

const unended = (db: Db) => db("link").whereNull("revoked_at").where("ends_at", ">", db.fn.now(3));

const open = (db: Db) => unended(db).where((any) => any.whereNull("uses_left").orWhere("uses_left", ">", 0));

/** Links whose holders stay at them for a while: whoever was let in goes on, though no more are let in. */
export const stayed: readonly LinkKind[] = ["fill", "proof", "view"];

/** The link that a token opens, while it is neither revoked nor over, nor, where nobody stays at it, used up. */
export async function findLink(db: Db, token: string): Promise<Link | undefined> {
  const row = await unended(db)
    .where((any) => any.whereNull("uses_left").orWhere("uses_left", ">", 0).orWhereIn("kind", stayed))
    .where({ token_hash: hashOf(token) })
    .first("id", "kind", "scope", "name", "made_by", "uses_left");
  return row && toLink(row);
}

const toLink = (row: Record<string, unknown>): Link => ({
  id: row.id as string,
  kind: row.kind as LinkKind,
  scope: fromJson(row.scope),
  name: row.name as string,
  madeById: row.made_by as string | null,
  usesLeft: row.uses_left === null || row.uses_left === undefined ? null : Number(row.uses_left),
});

export interface MadeLink {
  readonly id: string;
  readonly kind: LinkKind;
  readonly madeAt: Date;
  readonly madeBy: string | null;
  readonly madeById: string | null;
  readonly endsAt: Date;
}

/** Links of these kinds that are open, of one thing, by what their scope says of it; the newest first. */
export async function listLinks(db: Db, kinds: readonly LinkKind[], key: string, id: string): Promise<MadeLink[]> {
  const rows: Record<string, unknown>[] = await open(db)
    .whereIn("kind", kinds)
    .whereRaw("json_value(scope, ?) = ?", [`$.${key}`, id])
    .leftJoin("member as m", "m.id", "link.made_by")
    .orderBy("link.made_at", "desc")
    .select("link.id", "link.kind", "link.made_at", "link.made_by", "link.ends_at", "m.name as member_name");
  return rows.map((row) => ({
    id: row.id as string,
    kind: row.kind as LinkKind,
    madeAt: row.made_at as Date,
    madeBy: (row.member_name as string | null) ?? null,
    madeById: row.made_by as string | null,
    endsAt: row.ends_at as Date,
  }));
}

/** Counts one use of a link; false where it was used up, revoked or over in the meantime. */
export async function countUse(db: Db, id: string): Promise<boolean> {
  const changed = await open(db)
    .where({ id })
    .update({
      uses_left: db.raw("if(uses_left is null, null, uses_left - 1)"),
      used: db.raw("used + 1"),
      used_at: db.fn.now(3),
    });
  return changed === 1;
}

export async function revokeLink(db: Db, id: string): Promise<void> {
  await db("link")
    .where({ id })
    .whereNull("revoked_at")
    .update({ revoked_at: db.fn.now(3) });
  await addEvent(db, endedTopic(id), {});
}

export interface ListedLink extends Link, MadeLink {
  readonly usesLeft: number | null;
  readonly used: number;
  readonly usedAt: Date | null;
  readonly state: "open" | "over" | "revoked";
}

const listed = (db: Db) =>
  db("link as l")
    .leftJoin("member as m", "m.id", "l.made_by")
    .select(
      "l.*",
      "m.name as member_name",
      db.raw("l.revoked_at is null and l.ends_at > now(3) and (l.uses_left is null or l.uses_left > 0) as is_open"),
    );

const toListed = (row: Record<string, unknown>): ListedLink => ({
  ...toLink(row),
  madeAt: row.made_at as Date,
  madeBy: (row.member_name as string | null) ?? null,
  endsAt: row.ends_at as Date,
  usesLeft: row.uses_left as number | null,
  used: row.used as number,
  usedAt: row.used_at as Date | null,
  state: row.revoked_at !== null ? "revoked" : row.is_open ? "open" : "over",
});

/** All links of these kinds that are open; the newest first. */
export async function listOpenLinks(db: Db, kinds: readonly LinkKind[]): Promise<ListedLink[]> {
  const rows = await listed(db)
    .whereIn("l.kind", kinds)
    .having("is_open", "=", 1)
    .orderBy([{ column: "l.made_at", order: "desc" }, "l.id"])
    .limit(500);
  return rows.map(toListed);
}

/** Links of these kinds, of one member or of all, open or not, the newest first; `before` is where the last page ended. */
export async function listMadeLinks(
  db: Db,
  wanted: { kinds: readonly LinkKind[]; madeBy?: string | undefined; before?: Date | undefined; limit: number },
): Promise<ListedLink[]> {
  const query = listed(db)
    .whereIn("l.kind", wanted.kinds)
    .orderBy([{ column: "l.made_at", order: "desc" }, "l.id"])
    .limit(wanted.limit);
  if (wanted.madeBy !== undefined) query.where("l.made_by", wanted.madeBy);
  if (wanted.before) query.where("l.made_at", "<", wanted.before);
  return (await query).map(toListed);
}

export async function findMadeLink(db: Db, id: string): Promise<ListedLink | undefined> {
  const row = await listed(db).where("l.id", id).first();
  return row && toListed(row);
}

const passwordLinks = (db: Db, memberId: string) =>
  open(db).where({ kind: "password" }).whereRaw("json_value(scope, '$.member') = ?", [memberId]);

/** Whether a member has a link to a new password, unused and not older than so many seconds. */
export const hasPasswordLink = async (db: Db, memberId: string, seconds: number): Promise<boolean> =>
  (await passwordLinks(db, memberId)
    .where("made_at", ">", db.raw("date_sub(now(3), interval ? second)", [seconds]))
    .first("id")) !== undefined;

/** Ends all links to a new password of a member: the last that was asked for is the one that counts. */
export async function endPasswordLinks(db: Db, memberId: string): Promise<void> {
  await passwordLinks(db, memberId).update({ revoked_at: db.fn.now(3) });
}
