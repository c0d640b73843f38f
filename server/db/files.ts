import type { Db } from "./connection";
import { inTransaction } from "./transaction";

/*
 * Every stored file has a row, written before it is stored; and rows that say who refers to it. What nobody has referred
 * to for a while is taken away.
 */

/** Who refers to files: a row of one of these kinds, by its id. */
export type Referrer =
  | "house"
  | "house_version"
  | "removal"
  | "output"
  | "export"
  | "footage"
  | "row"
  | "poster"
  | "order"
  | "live"
  | Passing;

/** Jobs whose files are fetched by whoever asked, and kept for a day. */
export type Passing = "zip" | "look" | "pack" | "unpack" | "part";

/** Writes down that a file is stored, or is about to be; it counts as fresh again. */
export async function noteStored(db: Db, hash: string, bytes: number): Promise<void> {
  await db("stored_file")
    .insert({ hash, bytes })
    .onConflict("hash")
    .merge({ stored_at: db.raw("now(3)") });
}

/** Every content hash that stands anywhere in a document. */
export const hashesIn = (document: unknown): string[] => [
  ...new Set(JSON.stringify(document).match(/(?<![0-9a-f])[0-9a-f]{64}(?![0-9a-f])/g) ?? []),
];

/** Writes down which files something refers to now; those it has referred to before are let go. */
export async function setReferences(db: Db, kind: Referrer, id: string, document: unknown): Promise<void> {
  await db("file_reference").where({ kind, id }).del();
  await addReferences(db, kind, id, document);
}

/** The same beside what it has referred to before. */
export async function addReferences(db: Db, kind: Referrer, id: string, document: unknown): Promise<void> {
  const hashes = hashesIn(document);
  if (hashes.length === 0) return;
  // Held until this is done, so that no sweep lets go of one meanwhile.
  const there = await db("stored_file").whereIn("hash", hashes).forShare().select("hash");
  if (there.length === 0) return;
  await db("file_reference")
    .insert(there.map(({ hash }) => ({ kind, id, hash })))
    .onConflict(["kind", "id", "hash"])
    .ignore();
}

const unreferenced = (db: Db, days: number, hash?: string) => {
  const old = db.raw("date_sub(now(3), interval ? minute)", [Math.round(days * 24 * 60)]);
  const query = db("stored_file as s")
    .where("s.stored_at", "<", old)
    .whereNotExists(db("file_reference as r").select("r.hash").whereRaw("r.hash = s.hash"));
  return hash === undefined ? query : query.where("s.hash", hash);
};

/** Files that nobody has referred to for so many days. */
export async function listUnreferenced(db: Db, days: number, limit = 200): Promise<string[]> {
  const rows = await unreferenced(db, days).limit(limit).select("s.hash");
  return rows.map((row) => row.hash as string);
}

/**
 * Lets a file go, with what was written down of it, if still nobody refers to it. `remove` takes it from the store while
 * nobody can store it anew.
 */
export async function dropFile(db: Db, hash: string, days: number, remove: () => Promise<void>): Promise<boolean> {
  return inTransaction(db, async (trx) => {
    if (!(await unreferenced(trx, days, hash).forUpdate().first("s.hash"))) return false;
    await remove();
    await trx("media").where({ hash }).del();
    await trx("stored_file").where({ hash }).del();
    return true;
  });
}
