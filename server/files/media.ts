import { frameMime, packFrames, readFrame, readFrames } from "@/render/frame-pack";
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

/** Some frames of a stored video from one on, small, as a pack of their own. Refuses other files and frames that are not there. */
export async function readSmallFrames(hash: string, from: number, count: number): Promise<Uint8Array<ArrayBuffer>> {
  const { kind } = await readMedia(hash);
  const found = kind === "frames" ? await readFrames(await localFile(hash), from, count, true) : undefined;
  if (!found) throw notFound("frame");
  return new Uint8Array(packFrames(found));
}
