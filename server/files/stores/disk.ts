import { createReadStream } from "node:fs";
import { copyFile, mkdir, open, rename, rm, stat } from "node:fs/promises";
import { dirname, join } from "node:path";
import { fileURLToPath } from "node:url";
import type { Store } from "./define";

/** A folder of this machine, or one that all machines share. */
export function diskStore(url: URL): Store {
  const root = fileURLToPath(url);
  const pathOf = (hash: string): string => join(root, hash.slice(0, 2), hash);
  return {
    pathOf,
    put: async (hash, path) => {
      const target = pathOf(hash);
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
    },
    has: (hash) =>
      stat(pathOf(hash)).then(
        () => true,
        () => false,
      ),
    open: async (hash, range) => createReadStream(pathOf(hash), range),
    remove: (hash) => rm(pathOf(hash), { force: true }),
  };
}

/** Brings a file's bytes, or a folder's names, to the disk. */
async function synced(path: string): Promise<void> {
  const handle = await open(path, "r");
  await handle.sync().finally(() => handle.close());
}
