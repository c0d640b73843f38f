import { LRUCache } from "lru-cache";
import type { Design } from "@/core/document/design";
import type { House } from "@/core/document/house";
import type { Accepted } from "@/contract/accepted";
import { fromJson, type Db } from "./connection";
import { readDesignDocument } from "./designs";
import { findHouseVersion, keepHouseVersion } from "./house-versions";

export interface Release {
  readonly id: string;
  readonly designId: string;
  readonly number: number;
  readonly document: Design;
  readonly house: House;
  /** Which state of the house style that is. */
  readonly houseHash: string;
  readonly publishedAt: Date;
  /** What was known to be wrong when it was published. */
  readonly accepted: readonly Accepted[];
}

interface Row {
  id: string;
  design_id: string;
  number: number;
  document: unknown;
  house_hash: string;
  published_at: Date;
  accepted: unknown;
}

const toRelease = async (db: Db, row: Row): Promise<Release> => ({
  id: row.id,
  designId: row.design_id,
  number: row.number,
  document: readDesignDocument(row.document),
  house: await findHouseVersion(db, row.house_hash),
  houseHash: row.house_hash,
  publishedAt: row.published_at,
  accepted: fromJson<Accepted[]>(row.accepted),
});

/** Releases that were read lately, or are being read: they never change, and checking them whole is dear. */
const read = new LRUCache<string, Promise<Release | undefined>>({ max: 300 });

export function findRelease(db: Db, id: string): Promise<Release | undefined> {
  const known = read.get(id);
  if (known) return known;
  const reading = readRelease(db, id);
  read.set(id, reading);
  // What was not there, or could not be read, may be the next time.
  const forget = () => read.peek(id) === reading && read.delete(id);
  reading.then((release) => release ?? forget(), forget);
  return reading;
}

async function readRelease(db: Db, id: string): Promise<Release | undefined> {
  const row = await db<Row>("design_release").where({ id }).first();
  return row && toRelease(db, row);
}

/** The newest release of a design. */
export async function findNewestRelease(db: Db, designId: string): Promise<Release | undefined> {
  const newest = await findNewestNumber(db, designId);
  return newest && findRelease(db, newest.id);
}

/** Id and number of a design's newest release. */
export async function findNewestNumber(db: Db, designId: string): Promise<{ id: string; number: number } | undefined> {
  return db("design_release").where({ design_id: designId }).orderBy("number", "desc").first("id", "number");
}

export interface ShelfRow extends Release {
  readonly clips: number;
  /** Of its design. */
  readonly tags: readonly string[];
}

/** The newest release of each design. */
export const newestReleases = (db: Db) =>
  db("design_release as r").join(
    db("design_release").select("design_id").max("number as number").groupBy("design_id").as("n"),
    (join) => join.on("n.design_id", "r.design_id").andOn("n.number", "r.number"),
  );

const clipsMade = (db: Db) => db("export as x").count("*").whereRaw("x.release_id = r.id and x.state = 'done'");

export interface ShelfPage {
  /** Looked for in names and descriptions. */
  readonly search: string;
  readonly tag: string;
  readonly order: "mine" | "newest" | "name";
  readonly memberId: string;
  readonly offset: number;
  readonly limit: number;
}

/** The newest release of each design that is not put away, with the number of clips made from it. */
export async function listNewestReleases(db: Db, page: ShelfPage): Promise<ShelfRow[]> {
  // What a member asked for last, of any release of a design.
  const lately = db("export as x")
    .join("design_release as xr", "xr.id", "x.release_id")
    .where("x.created_by", page.memberId)
    .groupBy("xr.design_id")
    .select("xr.design_id")
    .max("x.seq as seq");
  const query = newestReleases(db)
    .join("design as d", "d.id", "r.design_id")
    .where("d.archived", false)
    .select("r.id", "d.tags", clipsMade(db).as("clips"))
    .offset(page.offset)
    .limit(page.limit);
  if (page.order === "mine")
    query.leftJoin(lately.as("l"), "l.design_id", "d.id").orderByRaw("coalesce(l.seq, 0) desc");
  if (page.order === "name") query.orderBy("d.name");
  query.orderBy([{ column: "r.published_at", order: "desc" }, "r.id"]);
  if (page.search !== "") {
    const like = `%${page.search.replace(/[\\%_]/g, (sign) => `\\${sign}`)}%`;
    query.whereRaw("(d.name like ? or json_value(r.document, '$.about') like ?)", [like, like]);
  }
  if (page.tag !== "") query.whereRaw("json_contains(d.tags, json_quote(?))", [page.tag]);
  const rows: { id: string; tags: unknown; clips: number }[] = await query;
  const shelf: ShelfRow[] = [];
  for (const { id, tags, clips } of rows) {
    const release = await findRelease(db, id);
    if (release) shelf.push({ ...release, tags: fromJson<string[]>(tags), clips: Number(clips) });
  }
  return shelf;
}

/** A newest release that was published with another state of the house style. */
export interface ReleaseBehind {
  readonly id: string;
  readonly designId: string;
  readonly name: string;
  readonly number: number;
  readonly clips: number;
}

/**
 * The newest releases that were published with any other state of the house style, newest first, of designs that are not
 * put away; nothing of them is read.
 */
export async function listReleasesBehind(db: Db, houseHash: string): Promise<ReleaseBehind[]> {
  const rows: ReleaseBehind[] = await newestReleases(db)
    .join("design as d", "d.id", "r.design_id")
    .where("d.archived", false)
    .whereNot("r.house_hash", houseHash)
    .select(
      { id: "r.id", designId: "r.design_id", number: "r.number", clips: clipsMade(db) },
      db.raw("json_value(r.document, '$.name') as name"),
    )
    .orderBy([{ column: "r.published_at", order: "desc" }, "r.id"]);
  return rows.map((row) => ({ ...row, clips: Number(row.clips) }));
}

/** Adds the next release of a design; the caller runs it in a transaction. */
export async function addRelease(
  db: Db,
  release: {
    id: string;
    designId: string;
    document: Design;
    house: House;
    publishedBy: string;
    accepted: readonly { check: string; reason: string }[];
  },
): Promise<number> {
  const last = await db("design_release").where({ design_id: release.designId }).max("number as number").forUpdate();
  const number = Number(last[0]?.number ?? 0) + 1;
  await db("design_release").insert({
    id: release.id,
    design_id: release.designId,
    number,
    document: JSON.stringify(release.document),
    house_hash: await keepHouseVersion(db, release.house),
    published_by: release.publishedBy,
    accepted: JSON.stringify(release.accepted),
  });
  return number;
}

/** Releases of a design, who published them and when, the newest first. */
export async function listReleasesOf(
  db: Db,
  designId: string,
): Promise<{ id: string; number: number; by: string | null; at: Date }[]> {
  return db("design_release as r")
    .leftJoin("member as m", "m.id", "r.published_by")
    .where("r.design_id", designId)
    .orderBy("r.number", "desc")
    .limit(100)
    .select("r.id", "r.number", "m.name as by", "r.published_at as at");
}

/** A design's release of this number, or its newest. */
export async function findNumberedRelease(db: Db, designId: string, number?: number): Promise<Release | undefined> {
  if (number === undefined) return findNewestRelease(db, designId);
  const row = await db<Row>("design_release").where({ design_id: designId, number }).first();
  return row && toRelease(db, row);
}

/** Those of these designs that have been put away. */
export async function listPutAway(db: Db, designIds: readonly string[]): Promise<Set<string>> {
  const rows = await db("design").whereIn("id", designIds).where({ archived: true }).select("id");
  return new Set(rows.map((row) => row.id as string));
}
