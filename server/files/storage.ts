import { createHash } from "node:crypto";
import { createReadStream, type ReadStream } from "node:fs";
import { copyFile, mkdir, open, rename, rm, stat, utimes } from "node:fs/promises";
import { dirname, join } from "node:path";
import { fileURLToPath } from "node:url";
import { pipeline } from "node:stream/promises";
import { required } from "@/server/db/connection";

/** The folder of all stored files on this machine. */
export function storageRoot(): string {
  const url = new URL(required("STORAGE_URL"));
  if (url.protocol !== "file:") throw new Error(`STORAGE_URL must be a file: address; “${url.protocol}” is not known.`);
  return fileURLToPath(url);
}

/** Where the file of a content hash lies on this machine. */
export const storedPath = (hash: string): string => join(storageRoot(), hash.slice(0, 2), hash);

export async function hashFile(path: string): Promise<string> {
  const hash = createHash("sha256");
  await pipeline(createReadStream(path), hash);
  return hash.digest("hex");
}

/**
 * Stores a finished file under its content hash: synced, then renamed, so that a file is whole or absent whatever
 * happens. The same content is kept once.
 */
export async function storeFile(path: string): Promise<{ hash: string; bytes: number }> {
  const hash = await hashFile(path);
  const target = storedPath(hash);
  const bytes = (await stat(path)).size;
  // Fresh again, so that no sweep takes it before its row is written.
  if (await touched(target)) return { hash, bytes };
  await mkdir(dirname(target), { recursive: true });
  await synced(path);
  await rename(path, target).catch(async (error: NodeJS.ErrnoException) => {
    if (error.code !== "EXDEV") throw error;
    const near = `${target}.${process.pid}.part`;
    await copyFile(path, near);
    await synced(near);
    await rename(near, target);
  });
  await synced(dirname(target));
  return { hash, bytes };
}

/** Brings a file's bytes, or a folder's names, to the disk. */
async function synced(path: string): Promise<void> {
  const handle = await open(path, "r");
  await handle.sync().finally(() => handle.close());
}

/** Marks a stored file as used now; false when it is not there. */
async function touched(path: string): Promise<boolean> {
  const now = new Date();
  return utimes(path, now, now).then(
    () => true,
    () => false,
  );
}

export async function isStored(hash: string): Promise<boolean> {
  return stat(storedPath(hash)).then(
    () => true,
    () => false,
  );
}

export function readStored(hash: string, range?: { start: number; end: number }): ReadStream {
  return createReadStream(storedPath(hash), range);
}

/** Where attempts and uploads in hand have their folders, on this machine. */
export const workRoot = (): string => process.env.WORK_FOLDER ?? join(storageRoot(), "..", "work");

/** A fresh folder for one attempt at one job; the caller removes it. */
export async function makeWorkFolder(name: string): Promise<string> {
  const folder = join(workRoot(), name);
  await rm(folder, { recursive: true, force: true });
  await mkdir(folder, { recursive: true });
  return folder;
}
