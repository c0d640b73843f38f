import { LRUCache } from "lru-cache";
import type { z } from "zod";
import type { FillDesk, Shelf, ShelfQuery } from "@/contract/releases";
import { pageSize } from "@/contract/answer";
import { database } from "@/server/db/connection";
import { listTags } from "@/server/db/designs";
import { listFootage } from "@/server/db/media";
import { listOutputSets } from "@/server/db/output-sets";
import { listOutputs } from "@/server/db/outputs";
import { findPoster, listPosters, type Poster } from "@/server/db/posters";
import { findNewestNumber, findRelease, listNewestReleases } from "@/server/db/releases";
import { notFound } from "@/server/refusal";

/** The newest release of every design that is not put away, a page at a time. */
export async function readShelf(memberId: string, wanted: z.output<typeof ShelfQuery>): Promise<Shelf> {
  const { page, search, tag, order } = wanted;
  const db = database();
  const rows = await listNewestReleases(db, {
    search,
    tag,
    order,
    memberId,
    offset: (page - 1) * pageSize,
    limit: pageSize + 1,
  });
  const shown = rows.slice(0, pageSize);
  const [posters, tags] = await Promise.all([
    listPosters(
      db,
      shown.map(({ id }) => id),
    ),
    listTags(db),
  ]);
  const releases = shown.map(({ id, designId, number, clips, publishedAt, document, house, tags: own }) => ({
    id,
    designId,
    number,
    clips,
    publishedAt: publishedAt.toISOString(),
    name: document.name,
    about: document.about,
    formats: house.formats.filter((format) => document.formats.includes(format.id)),
    tags: [...own],
    poster: posters.has(id),
  }));
  return { releases, tags, page, more: rows.length > pageSize };
}

/** The stored picture of a release. Refuses while there is none. */
export async function readPoster(releaseId: string): Promise<Poster> {
  const poster = await findPoster(database(), releaseId);
  if (!poster) throw notFound("poster");
  return poster;
}

/** What a release shows, as text: it never changes. Refuses unknown ids. */
export async function readScene(releaseId: string): Promise<string> {
  const known = scenes.get(releaseId);
  if (known !== undefined) return known;
  const release = await findRelease(database(), releaseId);
  if (!release) throw notFound("release");
  const { document, house } = release;
  const text = JSON.stringify({ data: { document, house } });
  scenes.set(releaseId, text);
  return text;
}
const scenes = new LRUCache<string, string>({
  max: 500,
  maxSize: 32 * 1024 * 1024,
  sizeCalculation: (text) => text.length,
});

/** What the fill desk needs of one release. Refuses unknown ids. */
export async function readFillDesk(releaseId: string): Promise<FillDesk> {
  const db = database();
  const release = await findRelease(db, releaseId);
  if (!release) throw notFound("release");
  const [newest, outputs, sets, footage] = await Promise.all([
    findNewestNumber(db, release.designId),
    listOutputs(db),
    listOutputSets(db),
    listFootage(db),
  ]);
  const { id, designId, number, document, house, accepted } = release;
  return {
    id,
    designId,
    number,
    newer: newest && newest.number > number ? { id: newest.id, number: newest.number } : null,
    document,
    house,
    outputs,
    sets,
    footage: footage.map(({ hash, name }) => ({ hash, name })),
    accepted: [...accepted],
  };
}
