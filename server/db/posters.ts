import type { Db } from "./connection";
import { addEvent } from "./events";
import { setReferences } from "./files";
import { newestReleases } from "./releases";

/** The stored picture of a release for the shelf. */
export interface Poster {
  readonly hash: string;
  readonly bytes: number;
}

export async function findPoster(db: Db, releaseId: string): Promise<Poster | undefined> {
  const row = await db("release_poster").where({ release_id: releaseId }).first("hash", "bytes");
  return row && { hash: row.hash as string, bytes: Number(row.bytes) };
}

/** Which of these releases have a poster. */
export async function listPosters(db: Db, releaseIds: readonly string[]): Promise<Set<string>> {
  return new Set(await db("release_poster").whereIn("release_id", releaseIds).pluck("release_id"));
}

export async function setPoster(db: Db, releaseId: string, { hash, bytes }: Poster): Promise<void> {
  await db("release_poster").insert({ release_id: releaseId, hash, bytes }).onConflict("release_id").merge();
  await setReferences(db, "poster", releaseId, hash);
  await addEvent(db, "posters", { release: releaseId });
}

/** Newest releases that have no poster, and for which none is being made or could not be made. */
export async function listPosterless(db: Db): Promise<string[]> {
  const asked = db("job")
    .where({ kind: "poster" })
    .whereIn("state", ["waiting", "leased", "failed"])
    .whereNotNull("subject")
    .select("subject");
  return newestReleases(db)
    .leftJoin("release_poster as p", "p.release_id", "r.id")
    .whereNull("p.release_id")
    .whereNotIn("r.id", asked)
    .orderBy("r.published_at", "desc")
    .pluck("r.id");
}
