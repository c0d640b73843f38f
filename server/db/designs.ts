import { setImmediate } from "node:timers/promises";
import type { Knex } from "knex";
import { LRUCache } from "lru-cache";
import type { Design } from "@/core/document/design";
import { parseDesign, parseDesignInSlices } from "@/core/document/upgrade";
import { type Db, fromJson } from "./connection";
import { newId } from "./ids";

export interface Draft {
  readonly id: string;
  readonly document: Design;
  readonly revision: number;
  readonly tags: readonly string[];
  readonly archived: boolean;
  readonly changedAt: Date;
  /** Name of the member who changed it last. */
  readonly changedBy: string | null;
}

type Row = Record<string, unknown>;

/** A stored design, brought forward from the version it was written in. */
export function readDesignDocument(stored: unknown): Design {
  const parsed = parseDesign(fromJson<unknown>(stored));
  if (parsed.ok) return parsed.design;
  const [fault] = parsed.faults;
  throw new Error(`a stored design can't be read: ${fault?.path}: ${fault?.message}`);
}

/** The same, with pauses for others where it is large. */
async function readLargeDocument(stored: unknown): Promise<Design> {
  const parsed = await parseDesignInSlices(fromJson<unknown>(stored), () => setImmediate());
  return parsed.ok ? parsed.design : readDesignDocument(stored);
}

const toDraft = (row: Row, document = readDesignDocument(row.draft)): Draft => ({
  id: row.id as string,
  document,
  revision: row.revision as number,
  tags: fromJson<string[]>(row.tags),
  archived: Boolean(row.archived),
  changedAt: row.changed_at as Date,
  changedBy: (row.member_name as string | null) ?? null,
});

const selectDrafts = (db: Db) =>
  db("design as d").leftJoin("member as m", "m.id", "d.changed_by").select("d.*", "m.name as member_name");

/** Documents of drafts by id and revision, which together never mean another one. */
const read = new LRUCache<string, Design>({ max: 60 });
const keyOf = (id: string, revision: number) => `${id} ${revision}`;

/** Remembers what was saved as a revision, once that can't be taken back any more. */
export const rememberDraft = (id: string, revision: number, document: Design): void =>
  void read.set(keyOf(id, revision), document);

export async function findDraft(db: Db, id: string): Promise<Draft | undefined> {
  const facts = ["d.id", "d.revision", "d.tags", "d.archived", "d.changed_at", "m.name as member_name"];
  const row: Row | undefined = await selectDrafts(db).clearSelect().select(facts).where("d.id", id).first();
  if (!row) return undefined;
  const document = await documentAt(db("design"), id, row.revision as number);
  // Without one, somebody saved between the two looks.
  return document ? toDraft(row, document) : findDraft(db, id);
}

async function documentAt(designs: Knex.QueryBuilder, id: string, revision: number): Promise<Design | undefined> {
  const key = keyOf(id, revision);
  const known = read.get(key);
  if (known) return known;
  const stored = await designs.where({ id, revision }).first("draft");
  if (!stored) return undefined;
  const document = await readLargeDocument(stored.draft);
  read.set(key, document);
  return document;
}

/** The revision a draft is at; undefined without such a draft. */
export async function findRevision(db: Db, id: string): Promise<number | undefined> {
  return (await db("design").where({ id }).first("revision"))?.revision;
}

/**
 * The draft with its row locked until the transaction ends, as it is now: whatever the transaction has read before, it
 * sees what others have saved since.
 */
export async function lockDraft(db: Db, id: string): Promise<Draft | undefined> {
  const facts = ["id", "revision", "tags", "archived", "changed_at", "changed_by"] as const;
  const row: Row | undefined = await db("design")
    .where({ id })
    .forUpdate()
    .first(...facts);
  if (!row) return undefined;
  const member = await db("member").where({ id: row.changed_by }).first("name");
  const document = await documentAt(db("design").forUpdate(), id, row.revision as number);
  return document && toDraft({ ...row, member_name: member?.name ?? null }, document);
}

export interface DraftRow extends Draft {
  readonly release: { readonly id: string; readonly number: number; readonly poster: boolean } | null;
  readonly clips: number;
}

/** Drafts with their newest release, the ones changed last first. `search` looks into names and descriptions. */
export async function listDrafts(
  db: Db,
  wanted: { search: string; tag: string; archived: boolean; offset: number; limit: number },
): Promise<DraftRow[]> {
  const newest = db("design_release").select("design_id").max("number as number").groupBy("design_id");
  const clips = db("export as j")
    .join("design_release as jr", "jr.id", "j.release_id")
    .count("*")
    .whereRaw("jr.design_id = d.id and j.state = 'done'");
  const query = selectDrafts(db)
    .leftJoin(newest.as("n"), "n.design_id", "d.id")
    .leftJoin("design_release as r", (join) => join.on("r.design_id", "d.id").andOn("r.number", "n.number"))
    .leftJoin("release_poster as p", "p.release_id", "r.id")
    .select("r.id as release_id", "r.number as release_number", "p.hash as poster", clips.as("clips"))
    .where("d.archived", wanted.archived)
    .orderBy([{ column: "d.changed_at", order: "desc" }, "d.id"])
    .offset(wanted.offset)
    .limit(wanted.limit);
  if (wanted.search !== "") {
    const like = `%${wanted.search.replace(/[\\%_]/g, (sign) => `\\${sign}`)}%`;
    query.whereRaw("(d.name like ? or json_value(d.draft, '$.about') like ?)", [like, like]);
  }
  if (wanted.tag !== "") query.whereRaw("json_contains(d.tags, json_quote(?))", [wanted.tag]);
  const rows: Row[] = await query;
  return rows.map((row) => ({
    ...toDraft(row),
    release: row.release_id
      ? { id: row.release_id as string, number: row.release_number as number, poster: row.poster !== null }
      : null,
    clips: Number(row.clips),
  }));
}

/** Drafts whose stored document holds this text: a coarse sieve before they are read. */
export async function listDraftsNaming(db: Db, text: string): Promise<Draft[]> {
  const like = `%${text.replace(/[\\%_]/g, (sign) => `\\${sign}`)}%`;
  const rows: Row[] = await selectDrafts(db).whereRaw("d.draft like ?", [like]).orderBy("d.id");
  return rows.map((row) => toDraft(row));
}

/** Which of these texts stand in some draft. */
export async function textsInDrafts(db: Db, texts: readonly string[]): Promise<Set<string>> {
  if (texts.length === 0) return new Set();
  const drafts = db("design").select(db.raw("1")).whereRaw("instr(design.draft, t.text) > 0");
  const list = texts.map(() => "select ? as text").join(" union ");
  const rows: { text: string }[] = await db
    .select("t.text")
    .from(db.raw(`(${list}) t`, [...texts]))
    .whereExists(drafts);
  return new Set(rows.map(({ text }) => text));
}

/** Every tag in use, in order. */
export async function listTags(db: Db): Promise<string[]> {
  const rows: { tags: unknown }[] = await db("design").where({ archived: false }).select("tags");
  return [...new Set(rows.flatMap(({ tags }) => fromJson<string[]>(tags)))].sort((a, b) => a.localeCompare(b));
}

/** Ids of drafts that begin like this one, cut as a numbered one would be. */
export async function takenIds(db: Db, id: string): Promise<Set<string>> {
  const rows = await db("design")
    .where("id", "like", `${id.slice(0, 34)}%`)
    .select("id");
  return new Set(rows.map((row) => row.id as string));
}

export async function addDesign(db: Db, design: Design, memberId?: string): Promise<void> {
  await db("design").insert({
    id: design.id,
    name: design.name,
    draft: JSON.stringify(design),
    changed_by: memberId ?? null,
  });
}

/** Puts a new state in the place of `revision`; false when the draft has moved on. */
export async function saveDraft(
  db: Db,
  { id, revision, document, memberId }: { id: string; revision: number; document: Design; memberId: string },
): Promise<boolean> {
  const changed = await db("design")
    .where({ id, revision })
    .update({
      draft: JSON.stringify(document),
      name: document.name,
      revision: revision + 1,
      changed_by: memberId,
      changed_at: db.fn.now(3),
    });
  return changed === 1;
}

export async function describeDesign(
  db: Db,
  id: string,
  { tags, archived }: { tags?: readonly string[] | undefined; archived?: boolean | undefined },
): Promise<void> {
  const change: Row = {};
  if (tags) change.tags = JSON.stringify(tags);
  if (archived !== undefined) change.archived = archived;
  if (Object.keys(change).length > 0) await db("design").where({ id }).update(change);
}

export interface Version {
  readonly id: string;
  readonly name: string;
  readonly by: string | null;
  readonly at: Date;
}

/** The newest hundred named states of a draft. */
export async function listVersions(db: Db, designId: string): Promise<Version[]> {
  const rows: Row[] = await db("design_version as v")
    .leftJoin("member as m", "m.id", "v.created_by")
    .where("v.design_id", designId)
    .orderBy([{ column: "v.created_at", order: "desc" }, "v.id"])
    .limit(100)
    .select("v.id", "v.name", "v.created_at", "m.name as member_name");
  return rows.map((row) => ({
    id: row.id as string,
    name: row.name as string,
    by: (row.member_name as string | null) ?? null,
    at: row.created_at as Date,
  }));
}

export async function findVersion(db: Db, designId: string, id: string): Promise<Design | undefined> {
  const row = await db("design_version").where({ design_id: designId, id }).first("document");
  return row && readDesignDocument(row.document);
}

export async function addVersion(
  db: Db,
  version: { designId: string; name: string; document: Design; memberId: string },
): Promise<string> {
  const id = newId();
  await db("design_version").insert({
    id,
    design_id: version.designId,
    name: version.name,
    document: JSON.stringify(version.document),
    created_by: version.memberId,
  });
  await thinVersions(db, version.designId);
  return id;
}

/** The newest that are kept of each design; the list shows half of them. */
const mostVersions = 200;

async function thinVersions(db: Db, designId: string): Promise<void> {
  const old = await db("design_version")
    .where({ design_id: designId })
    .orderBy([{ column: "created_at", order: "desc" }, "id"])
    .offset(mostVersions)
    .limit(1000)
    .select("id");
  if (old.length > 0) {
    const ids = old.map((row) => row.id as string);
    await db("design_version").whereIn("id", ids).del();
  }
}
