import { randomUUID, createHash } from "node:crypto";
import { createReadStream, createWriteStream } from "node:fs";
import { mkdir, rename, rm, stat, utimes } from "node:fs/promises";
import { tmpdir } from "node:os";
import { join } from "node:path";
import type { Readable } from "node:stream";
import { pipeline } from "node:stream/promises";
import { database, required } from "@/server/db/connection";
import { noteStored } from "@/server/db/files";
import type { ByteRange, Store } from "./stores/define";
import { diskStore } from "./stores/disk";

/*
 * Files by the hash of their content, each kept once, on disk or in a bucket.
 */

const stores = new Map<string, Promise<Store>>();

/** The store that STORAGE_URL names. */
export function store(): Promise<Store> {
  const address = required("STORAGE_URL");
  let known = stores.get(address);
  if (!known) stores.set(address, (known = openStore(new URL(address))));
  return known;
}

async function openStore(url: URL): Promise<Store> {
  if (url.protocol === "file:") return diskStore(url);
  // What speaks to buckets is large: whoever has none does without it.
  if (url.protocol === "s3:") return (await import("./stores/objects")).objectStore(url);
  throw new Error(`STORAGE_URL must be a file: or s3: address; “${url.protocol}” is not known.`);
}

export async function hashFile(path: string): Promise<string> {
  const hash = createHash("sha256");
  await pipeline(createReadStream(path), hash);
  return hash.digest("hex");
}

/**
 * Stores a finished file under its content hash; it may be gone from its own place afterwards. It is written down first,
 * so that nothing is ever stored that no row knows of.
 */
export async function storeFile(path: string): Promise<{ hash: string; bytes: number }> {
  const hash = await hashFile(path);
  const bytes = (await stat(path)).size;
  await noteStored(database(), hash, bytes);
  const { has, put } = await store();
  if (!(await has(hash))) await put(hash, path, bytes);
  return { hash, bytes };
}

export const isStored = (hash: string): Promise<boolean> => store().then(({ has }) => has(hash));

/** Streams a stored file, or a part of it. */
export const openRange = (hash: string, range?: ByteRange): Promise<Readable> =>
  store().then(({ open }) => open(hash, range));

/** Copies of stored files, where those don't lie on this machine. */
export const copiesFolder = (): string => join(workRoot(), "copies");

/**
 * The path of a stored file on this machine: its own, or that of a copy, which is fetched once and stays for a while. A
 * stored file never changes, nor does this.
 */
export async function localFile(hash: string): Promise<string> {
  const own = (await store()).pathOf?.(hash);
  if (own !== undefined) return own;
  const path = join(copiesFolder(), hash);
  const now = new Date();
  if (
    await utimes(path, now, now).then(
      () => true,
      () => false,
    )
  )
    return path;
  await mkdir(copiesFolder(), { recursive: true });
  const near = `${path}.${randomUUID()}.part`;
  try {
    await pipeline(await openRange(hash), createWriteStream(near));
    if ((await hashFile(near)) !== hash) throw new Error(`the stored file ${hash} came damaged`);
    await rename(near, path);
  } finally {
    await rm(near, { force: true });
  }
  return path;
}

/** Where attempts and uploads in hand have their folders, on this machine. */
export const workRoot = (): string => process.env.WORK_FOLDER ?? join(tmpdir(), "rubrick-work");

/** A fresh folder for one attempt at one job; the caller removes it. */
export async function makeWorkFolder(name: string): Promise<string> {
  const folder = join(workRoot(), name);
  await rm(folder, { recursive: true, force: true });
  await mkdir(folder, { recursive: true });
  return folder;
}
