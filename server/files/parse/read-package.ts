import { open, readFile } from "node:fs/promises";
import sharp from "sharp";
import type { PackagedFile } from "@/core/document/package";
import { readFontFacts } from "@/core/type/font-facts";
import { readFrames } from "@/render/frame-pack";
import { PackageError, readPackage } from "@/render/package/read";
import { Refusal } from "@/server/refusal";

const mostPixels = 60_000_000;

/** Unpacks a package into a folder and looks into every file of it. Refuses with the reason. */
export async function readPackageFile(zip: string, folder: string): Promise<object> {
  try {
    const { package: read, pathOf } = await readPackage(zip, folder);
    const frames = new Map(read.house.videos.map(({ hash, frames: count }) => [hash, count]));
    for (const file of read.files) await lookInto(file, pathOf(file.hash)!, frames.get(file.hash) ?? 0);
    return {};
  } catch (error) {
    if (error instanceof PackageError) throw new Refusal(422, "package", error.message);
    throw error;
  }
}

/** Whether a file can be decoded as what it is said to be. */
async function lookInto({ kind, name }: PackagedFile, path: string, frames: number): Promise<void> {
  try {
    if (kind === "picture") await decode(await readFile(path));
    else if (kind === "font") readFontFacts(await readFile(path));
    else if (kind === "frames") await lookIntoFrames(path, frames);
  } catch (error) {
    if ((error as NodeJS.ErrnoException).code === "ENOSPC") throw error;
    throw new PackageError(`The file of “${name}” in it can’t be read as a ${kind === "frames" ? "video" : kind}.`);
  }
}

async function decode(bytes: Uint8Array): Promise<void> {
  const picture = sharp(bytes, { limitInputPixels: mostPixels, failOn: "error", pages: 1 });
  const { format } = await picture.metadata();
  if (!["png", "jpeg", "webp"].includes(format ?? "")) throw new Error(`a picture of the kind ${format}`);
  await picture.stats();
}

/** The first and the last frame whole, the heads of those between; and as many as the house style says. */
async function lookIntoFrames(path: string, frames: number): Promise<void> {
  const file = await open(path, "r");
  try {
    const head = Buffer.alloc(8);
    await file.read(head, 0, 8, 0);
    if (head.readUInt32LE(4) !== frames) throw new Error("another number of frames");
  } finally {
    await file.close();
  }
  const together = 50;
  for (let from = 0; from < frames; from += together) {
    const read = (await readFrames(path, from, together)) ?? [];
    if (read.length !== Math.min(together, frames - from)) throw new Error("frames are missing");
    for (const [i, bytes] of read.entries()) {
      const isEnd = from + i === 0 || from + i === frames - 1;
      if (isEnd) await decode(bytes);
      else await sharp(bytes, { limitInputPixels: mostPixels }).metadata();
    }
  }
}
