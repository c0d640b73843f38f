import { readdir, rm, stat } from "node:fs/promises";
import { dirname, join } from "node:path";
import type { Db } from "@/server/db/connection";
import { letGo } from "@/server/db/export-ends";
import { dropFile, listUnreferenced } from "@/server/db/files";
import { readRules } from "@/server/db/rules";
import { livingTokens, sweepRows } from "@/server/db/sweep";
import { copiesFolder, store, workRoot } from "@/server/files/storage";

const hourMs = 3600 * 1000;
/** What nobody has asked for for so long that it can't be in hand any more. */
const grace = { workMs: hourMs, partMs: hourMs, copyMs: 24 * hourMs, fileDays: 7 };

/** Finished files that go in one sweep. */
const mostLetGo = 2000;

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
  const { keepDays } = await readRules(db);
  if (keepDays > 0) await letGo(db, keepDays, mostLetGo);
  const files = (await sweepStorage(db)) + (await sweepCopies());
  return { folders: await sweepWork(db), files, rows: await sweepRows(db) };
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

/** Stored files that nobody has referred to for a while. */
async function sweepStorage(db: Db): Promise<number> {
  const { remove } = await store();
  let gone = 0;
  for (const hash of await listUnreferenced(db, grace.fileDays)) {
    if (await dropFile(db, hash, grace.fileDays, () => remove(hash))) gone++;
  }
  return gone;
}

/** Files of a folder that have not been touched for so long, if `may` lets them go. */
async function sweepFolder(folder: string, ms: number, may: (name: string) => boolean): Promise<number> {
  let gone = 0;
  for (const name of await namesIn(folder)) {
    const path = join(folder, name);
    if (!may(name) || (await ageMs(path)) < ms) continue;
    await rm(path, { force: true });
    gone++;
  }
  return gone;
}

/** Copies of stored files that nobody has used for a while, and halves of files, here and in a store on disk. */
async function sweepCopies(): Promise<number> {
  let gone = await sweepFolder(copiesFolder(), grace.copyMs, () => true);
  const shelf = (await store()).pathOf?.("00");
  const root = shelf && dirname(dirname(shelf));
  for (const name of root ? await namesIn(root) : [])
    gone += await sweepFolder(join(root!, name), grace.partMs, (file) => file.endsWith(".part"));
  return gone;
}
