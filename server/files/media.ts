import { database } from "@/server/db/connection";
import { findMedia, type Media } from "@/server/db/media";
import { notFound } from "@/server/refusal";

/** A stored picture, clip, sound or font by content hash. Refuses unknown ones. */
export async function readMedia(hash: string): Promise<Media> {
  const media = await findMedia(database(), hash);
  if (!media) throw notFound("file");
  return media;
}
