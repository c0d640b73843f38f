import { readdir, rm, stat } from "node:fs/promises";
import { join } from "node:path";
import type { Db } from "@/server/db/connection";
import { livingTokens, knownFiles, sweepRows } from "@/server/db/sweep";
import { storageRoot, workRoot } from "@/server/files/storage";

const hourMs = 3600 * 1000;
/** What nobody has asked for for so long that it can't be in hand any more. */
const grace = { workMs: hourMs, partMs: hourMs, fileMs: 24 * hourMs };

export interface Swept {
  readonly folders: number;
  readonly files: number;
  readonly rows: number;
}

const namesIn = (folder: string) => readdir(folder).catch((): string[] => []);
const ageMs = async (path: string): Promise<number> => {
  const found = await stat(path).catch(() => undefined);
  return found ? Date.now() - found.mtimeMs : 0;
};

/**
 * Clears away what nothing living refers to: folders of attempts that were killed and of uploads that broke off, half
 * copied files, stored files without a row, rows that have had their time.
 */
export async function sweep(db: Db): Promise<Swept> {
  return { folders: await sweepWork(db), files: await sweepStorage(db), rows: await sweepRows(db) };
}

/** An attempt's folder ends in the token of its lease: without a living one nobody will come back to it. */
async function sweepWork(db: Db): Promise<number> {
  const living = await livingTokens(db);
  let gone = 0;
  for (const name of await namesIn(workRoot())) {
    const attempt = /^[0-9a-f]{20}-([0-9a-f-]{36})$/.exec(name);
    if (!attempt && !name.startsWith("upload-")) continue;
    if (attempt && living.has(attempt[1]!)) continue;
    const path = join(workRoot(), name);
    if ((await ageMs(path)) < grace.workMs) continue;
    await rm(path, { recursive: true, force: true });
    gone++;
  }
  return gone;
}

async function sweepStorage(db: Db): Promise<number> {
  let gone = 0;
  for (const shelf of await namesIn(storageRoot())) {
    if (!/^[0-9a-f]{2}$/.test(shelf)) continue;
    const names = await namesIn(join(storageRoot(), shelf));
    const hashes = names.filter((name) => /^[0-9a-f]{64}$/.test(name));
    const known = await knownFiles(db, hashes);
    for (const name of names) {
      const path = join(storageRoot(), shelf, name);
      const least = name.endsWith(".part")
        ? grace.partMs
        : hashes.includes(name) && !known.has(name)
          ? grace.fileMs
          : NaN;
      // Looked at again right before: whoever stores the same content now has just touched it.
      if (!((await ageMs(path)) > least)) continue;
      await rm(path, { force: true });
      gone++;
    }
  }
  return gone;
}
