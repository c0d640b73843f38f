import { open, readFile, stat, writeFile } from "node:fs/promises";
import { join } from "node:path";
import sharp from "sharp";
import { Package, packageKind, packageVersion, type PackagedFile } from "@/core/document/package";
import { stillOf, type Drawn } from "@/core/package/drawn";
import { readFontFacts } from "@/core/type/font-facts";
import { readFrames } from "@/render/frame-pack";
import { documentPlace } from "@/render/package/layout";
import { PackageError, readPackage } from "@/render/package/read";
import { readSvgZip } from "@/render/package/svg-zip";
import { Refusal } from "@/server/refusal";
import { readLayers, readPanels } from "./read-layers";
import { svgLimits } from "./tree";

const mostPixels = 60_000_000;

/**
 * Makes a package of what was brought, in a folder: unpacks one, or draws one up for a layered SVG or a zip of SVG panels.
 * Refuses with the reason.
 */
export async function readBrought(file: string, folder: string, name: string): Promise<object> {
  const drawn = await drawnIn(file, name);
  if (!drawn) return readPackageFile(file, folder);
  await writeFile(join(folder, documentPlace), JSON.stringify(packageOf(stillOf(drawn))));
  return {};
}

/** A design that was drawn elsewhere, as a package. */
export const packageOf = ({ design, house }: ReturnType<typeof stillOf>): Package =>
  Package.parse({
    kind: packageKind,
    version: packageVersion,
    name: design.name,
    house,
    designs: [{ document: design }],
  });

async function drawnIn(file: string, name: string): Promise<Drawn | undefined> {
  const title = name.replace(/\.(svg|zip)$/i, "").slice(0, 80) || "Drawing";
  const beginning = (await readBeginning(file)).toString("utf8");
  if (beginning.startsWith("PK")) {
    const panels = await readSvgZip(file);
    return panels && readPanels(panels, title);
  }
  if (!/<svg[\s>]/i.test(beginning)) return undefined;
  if ((await stat(file)).size > svgLimits.bytes) throw new Refusal(422, "too_large", "This SVG is larger than 2 MB.");
  return readLayers(await readFile(file, "utf8"), title);
}

async function readBeginning(path: string): Promise<Buffer> {
  const handle = await open(path, "r");
  try {
    const { buffer, bytesRead } = await handle.read(Buffer.alloc(4000), 0, 4000, 0);
    return buffer.subarray(0, bytesRead);
  } finally {
    await handle.close();
  }
}

/** Unpacks a package into a folder and looks into every file of it. Refuses with the reason. */
async function readPackageFile(zip: string, folder: string): Promise<object> {
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
