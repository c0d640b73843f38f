import { frameMime, readFrame } from "@/render/frame-pack";
import { database } from "@/server/db/connection";
import { findMedia, type Media } from "@/server/db/media";
import { notFound } from "@/server/refusal";
import { localFile } from "./storage";

/** A stored picture, clip, sound or font by content hash. Refuses unknown ones. */
export async function readMedia(hash: string): Promise<Media> {
  const media = await findMedia(database(), hash);
  if (!media) throw notFound("file");
  return media;
}

/** One frame of a stored video as an encoded picture. Refuses other files and frames that are not there. */
export async function readMediaFrame(
  hash: string,
  frame: number,
): Promise<{ bytes: Uint8Array<ArrayBuffer>; mime: string }> {
  const { kind } = await readMedia(hash);
  const found = kind === "frames" ? await readFrame(await localFile(hash), frame) : undefined;
  if (!found) throw notFound("frame");
  return { bytes: new Uint8Array(found), mime: frameMime(found) };
}
