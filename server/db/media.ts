import type { Db } from "./connection";
import { setReferences } from "./files";

/** A video as single frames in one file. */
export const framesMime = "application/x-rubrick-frames";

export interface Media {
  readonly hash: string;
  readonly name: string;
  readonly kind: "picture" | "video" | "sound" | "font" | "frames";
  readonly mime: string;
  readonly bytes: number;
  readonly width: number | null;
  readonly height: number | null;
  readonly durationS: number | null;
  readonly isFootage: boolean;
}

interface Row extends Omit<Media, "durationS" | "isFootage"> {
  duration_s: number | null;
  is_footage: number;
}

const toMedia = ({ duration_s, is_footage, ...row }: Row): Media => ({
  ...row,
  bytes: Number(row.bytes),
  durationS: duration_s,
  isFootage: Boolean(is_footage),
});

export async function findMedia(db: Db, hash: string): Promise<Media | undefined> {
  const row = await db<Row>("media").where({ hash }).first();
  return row && toMedia(row as Row);
}

/** The clips that exports can be laid over. */
export async function listFootage(db: Db): Promise<Media[]> {
  const rows = await db<Row>("media").where({ is_footage: 1 }).orderBy("name");
  return rows.map((row) => toMedia(row as Row));
}

/** Records a stored file; the same content is recorded once. */
export async function addMedia(db: Db, media: Media): Promise<void> {
  const { durationS, isFootage, ...row } = media;
  await db("media")
    .insert({ ...row, duration_s: durationS, is_footage: isFootage })
    .onConflict("hash")
    .ignore();
  if (isFootage) await setReferences(db, "footage", row.hash, row.hash);
}
