import { open, type FileHandle } from "node:fs/promises";
import { join } from "node:path";
import { promisify } from "node:util";
import { deflate, inflate } from "node:zlib";
import { IssueError } from "@/core/issue";
import { inOrder } from "./in-order";
import type { EncodeJob } from "./outputs/define";
import type { PictureSource } from "./painted";

const [pack, unpack] = [promisify(deflate), promisify(inflate)];
/** Flat graphics shrink to a twentieth even so. */
const level = 1;
/** Beyond this a clip is no clip for a kind that must be coded more than once. */
const mostBytes = 12e9;

/**
 * Puts all pictures of a clip by on disk, without loss, for kinds that are encoded more than once; they are painted once
 * all the same. `look` sees each on its way. Whoever asks must `close`.
 */
async function spoolPictures(
  job: EncodeJob,
  pictures: PictureSource,
  look?: (pixels: Buffer) => void,
): Promise<PictureSource & { close: () => Promise<void> }> {
  const { plan, signal } = job;
  const all = plan.distinct.map((_, picture) => picture);
  const file = await open(join(job.folder, "painted.spool"), "w+");
  const places: { readonly at: number; readonly length: number }[] = [];
  let at = 0;
  try {
    await inOrder(pictures, all, signal, {
      code: (pixels) => {
        look?.(pixels);
        return pack(pixels, { level });
      },
      take: async (packed) => {
        await file.write(packed, 0, packed.length, at);
        places.push({ at, length: packed.length });
        at += packed.length;
        if (at > mostBytes) throw new IssueError({ code: "pictures_many", gigabytes: mostBytes / 1e9 });
      },
    });
  } catch (error) {
    await file.close();
    throw error;
  }
  return {
    each: async (wanted, take, signal) => {
      for (const picture of wanted) {
        if (signal?.aborted) return;
        if ((await take(await read(file, places[picture]!), picture)) === false) return;
      }
    },
    close: () => file.close(),
  };
}

async function read(file: FileHandle, { at, length }: { at: number; length: number }): Promise<Buffer> {
  const packed = Buffer.allocUnsafe(length);
  await file.read(packed, 0, length, at);
  return unpack(packed);
}

/** Spools the pictures for as long as `take` takes. */
export async function withSpool<T>(
  job: EncodeJob,
  pictures: PictureSource,
  take: (spool: PictureSource) => Promise<T>,
  look?: (pixels: Buffer) => void,
): Promise<T> {
  const spool = await spoolPictures(job, pictures, look);
  try {
    return await take(spool);
  } finally {
    await spool.close();
  }
}
