import { stat } from "node:fs/promises";
import { fileTypeFromFile } from "file-type";
import type { PackagedFile } from "@/core/document/package";
import { database } from "@/server/db/connection";
import { findMedia, framesMime } from "@/server/db/media";
import { localFile } from "@/server/files/storage";

/** A stored file as a package lists it, and where it lies on this machine. Throws where it is not stored. */
export async function storedFile(
  hash: string,
  kind: PackagedFile["kind"],
  name: string,
): Promise<PackagedFile & { path: string }> {
  const path = await localFile(hash);
  const { size: bytes } = await stat(path);
  const media = await findMedia(database(), hash);
  const { width = null, height = null, durationS = null } = media ?? {};
  const mime = media?.mime ?? (kind === "frames" ? framesMime : ((await fileTypeFromFile(path))?.mime ?? "image/png"));
  return { hash, kind, mime, name, bytes, width, height, durationS, path };
}
