import { Complexity } from "@/core/outputs/complexity";
import { type Db, fromJson } from "./connection";
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

/** How much there is to a release's picture; the poster has to be there. */
export async function setComplexity(db: Db, releaseId: string, complexity: Complexity): Promise<void> {
  await db("release_poster")
    .where({ release_id: releaseId })
    .update({ complexity: JSON.stringify(complexity) });
}

/** How much there is to the pictures of these releases, where it was measured. */
export async function listComplexities(db: Db, releaseIds: readonly string[]): Promise<Map<string, Complexity>> {
  const rows: { release_id: string; complexity: unknown }[] = await db("release_poster")
    .whereIn("release_id", releaseIds)
    .whereNotNull("complexity")
    .select("release_id", "complexity");
  return new Map(rows.map((row) => [row.release_id, Complexity.parse(fromJson(row.complexity))]));
}

/** Newest releases that have no poster or were not measured, and for which neither is being done nor could be done. */
export async function listPosterless(db: Db): Promise<string[]> {
  const asked = db("job")
    .where({ kind: "poster" })
    .whereIn("state", ["waiting", "leased", "failed"])
    .whereNotNull("subject")
    .select("subject");
  return newestReleases(db)
    .leftJoin("release_poster as p", "p.release_id", "r.id")
    .whereNull("p.complexity")
    .whereNotIn("r.id", asked)
    .orderBy("r.published_at", "desc")
    .pluck("r.id");
}
