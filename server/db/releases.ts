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
}

/**
 * The newest release of each design with the number of clips made from it, newest first; without those that were published
 * with this state of the house style, where one is named.
 */
export async function listNewestReleases(
  db: Db,
  page: { offset: number; limit: number; otherThan?: string },
): Promise<ShelfRow[]> {
  const newest = db("design_release").select("design_id").max("number as number").groupBy("design_id");
  const clips = db("export as x").count("*").whereRaw("x.release_id = r.id and x.state = 'done'");
  const query = db("design_release as r")
    .join(newest.as("n"), (join) => join.on("n.design_id", "r.design_id").andOn("n.number", "r.number"))
    .select("r.id", clips.as("clips"))
    .orderBy([{ column: "r.published_at", order: "desc" }, "r.id"])
    .offset(page.offset)
    .limit(page.limit);
  if (page.otherThan !== undefined) query.whereNot("r.house_hash", page.otherThan);
  const rows: { id: string; clips: number }[] = await query;
  const shelf: ShelfRow[] = [];
  for (const { id, clips: made } of rows) {
    const release = await findRelease(db, id);
    if (release) shelf.push({ ...release, clips: Number(made) });
  }
  return shelf;
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

/** A design's release of this number, or its newest. */
export async function findNumberedRelease(db: Db, designId: string, number?: number): Promise<Release | undefined> {
  if (number === undefined) return findNewestRelease(db, designId);
  const row = await db<Row>("design_release").where({ design_id: designId, number }).first();
  return row && toRelease(db, row);
}
