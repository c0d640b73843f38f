import { LRUCache } from "lru-cache";
import type { FillDesk, Shelf } from "@/contract/releases";
import { pageSize } from "@/contract/answer";
import { database } from "@/server/db/connection";
import { listFootage } from "@/server/db/media";
import { listOutputs } from "@/server/db/outputs";
import { findNewestNumber, findRelease, listNewestReleases } from "@/server/db/releases";
import { notFound } from "@/server/refusal";

/** The newest release of every design, a page at a time. */
export async function readShelf(page: number): Promise<Shelf> {
  const rows = await listNewestReleases(database(), { offset: (page - 1) * pageSize, limit: pageSize + 1 });
  const releases = rows.slice(0, pageSize).map(({ id, designId, number, clips, publishedAt, document, house }) => ({
    id,
    designId,
    number,
    clips,
    publishedAt: publishedAt.toISOString(),
    name: document.name,
    about: document.about,
    formats: house.formats.filter((format) => document.formats.includes(format.id)),
  }));
  return { releases, page, more: rows.length > pageSize };
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
  const [newest, outputs, footage] = await Promise.all([
    findNewestNumber(db, release.designId),
    listOutputs(db),
    listFootage(db),
  ]);
  const { id, number, document, house, accepted } = release;
  return {
    id,
    number,
    newer: newest && newest.number > number ? { id: newest.id, number: newest.number } : null,
    document,
    house,
    outputs,
    footage: footage.map(({ hash, name }) => ({ hash, name })),
    accepted: [...accepted],
  };
}
