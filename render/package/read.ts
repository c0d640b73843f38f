import { createHash } from "node:crypto";
import { createWriteStream } from "node:fs";
import { mkdir, open, readFile, stat } from "node:fs/promises";
import { dirname, join } from "node:path";
import { Writable } from "node:stream";
import { TextDecoder } from "node:util";
import { ERR_UNSAFE_FILENAME, ZipReader, type FileEntry } from "@zip.js/zip.js";
import { jsonSizeOf } from "@/core/document/depth";
import type { Package } from "@/core/document/package";
import { parsePackage } from "@/core/package/parse";
import { HandleReader } from "../zip-files";
import { documentPlace, isPlace, most, placeOfFile, placeOfFont } from "./layout";

/** A package that can't be taken; its message says why, to whoever brought it. */
export class PackageError extends Error {
  constructor(message: string) {
    super(message);
    this.name = "PackageError";
  }
}

export interface ReadPackage {
  readonly package: Package;
  /** The folder that its files were unpacked into. */
  readonly folder: string;
  /** Path of a file of it by its hash. */
  readonly pathOf: (hash: string) => string | undefined;
}

/** Reads a package whole into a folder, each file compared with its hash. Throws PackageError: nothing of it is taken then. */
export async function readPackage(zip: string, folder: string): Promise<ReadPackage> {
  const handle = await open(zip, "r");
  try {
    const entries = await entriesOf(new ZipReader(new HandleReader(handle), { checkOverlappingEntry: true }));
    const document = entries.get(documentPlace);
    if (!document) throw new PackageError(`This is not a design package: it has no ${documentPlace}.`);
    if (document.uncompressedSize > most.documentBytes) throw new PackageError("Its document is too large.");
    for (const entry of entries.values()) await unpack(entry, join(folder, entry.filename));
    const read = await readDocument(join(folder, documentPlace));
    const paths = await checkedFiles(read, folder, new Set(entries.keys()));
    return { package: read, folder, pathOf: (hash) => paths.get(hash) };
  } catch (error) {
    if (error instanceof PackageError || isOfTheDisk(error)) throw error;
    throw new PackageError(
      (error as Error).message === ERR_UNSAFE_FILENAME
        ? "A file name in it points outside its folder, which is not allowed in a design package."
        : "The zip is damaged or cut off.",
    );
  } finally {
    await handle.close();
  }
}

const isOfTheDisk = (error: unknown): boolean =>
  ["ENOSPC", "EDQUOT", "EACCES", "EROFS"].includes((error as NodeJS.ErrnoException).code ?? "");

/** What lies in a zip, by name, nothing of it unpacked yet. Throws PackageError for what no package has. */
async function entriesOf(reader: ZipReader<unknown>): Promise<Map<string, FileEntry>> {
  const entries = new Map<string, FileEntry>();
  let total = 0;
  for await (const entry of reader.getEntriesGenerator()) {
    const { filename, encrypted, uncompressedSize, compressedSize } = entry;
    if (entries.size >= most.entries) throw new PackageError(`It holds more than ${most.entries} files.`);
    // Folders are made as they are needed; some programs list them.
    if (entry.directory && /^(media|fonts|posters)\/$/.test(filename)) continue;
    if (entry.directory || !isPlace(filename)) {
      throw new PackageError(`“${printable(filename)}” has no place in a design package.`);
    }
    if (encrypted) throw new PackageError("It is locked with a password. Pack it without one.");
    if (isLink(entry)) throw new PackageError(`“${filename}” leads somewhere else: a package holds plain files only.`);
    if (entries.has(filename)) throw new PackageError(`“${filename}” is in it twice.`);
    total += uncompressedSize;
    if (total > most.totalBytes || uncompressedSize > most.ratio * Math.max(compressedSize, 1000)) {
      throw new PackageError("Unpacked it would be far too large.");
    }
    entries.set(filename, entry);
  }
  return entries;
}

const printable = (name: string): string => name.replace(/[^\p{L}\p{N} ._/-]/gu, "�").slice(0, 80);

/** Symbolic links, as Unix zips say it in the upper half of the attributes. */
const isLink = ({ externalFileAttributes }: { externalFileAttributes: number }): boolean =>
  ((externalFileAttributes >>> 16) & 0o170000) === 0o120000;

/** Writes one entry out, and no more of it than it said it was. */
async function unpack(entry: FileEntry, path: string): Promise<void> {
  await mkdir(dirname(path), { recursive: true });
  let bytes = 0;
  const file = createWriteStream(path, { flags: "wx", mode: 0o600 });
  const counted = new Writable({
    write(chunk: Uint8Array, _encoding, done) {
      bytes += chunk.byteLength;
      if (bytes > entry.uncompressedSize) done(new PackageError(`“${entry.filename}” is larger than it says.`));
      else file.write(chunk, done);
    },
    final: (done) => void file.end(done),
  });
  counted.on("error", () => file.destroy());
  try {
    await entry.getData(Writable.toWeb(counted) as WritableStream<Uint8Array>, {
      checkSignature: true,
      useWebWorkers: false,
    });
  } catch (error) {
    if (error instanceof PackageError || isOfTheDisk(error)) throw error;
    throw new PackageError(`“${entry.filename}” in it is damaged.`);
  }
  if (bytes !== entry.uncompressedSize) throw new PackageError(`“${entry.filename}” is shorter than it says.`);
}

/** Deeper than any document of ours goes. */
const mostDepth = 60;

async function readDocument(path: string): Promise<Package> {
  let read: unknown;
  try {
    const bytes = await readFile(path);
    if (jsonSizeOf(bytes).depth > mostDepth) throw new PackageError("Its document is nested too deeply.");
    read = JSON.parse(new TextDecoder("utf-8", { fatal: true }).decode(bytes));
  } catch (error) {
    if (error instanceof PackageError) throw error;
    throw new PackageError(`Its ${documentPlace} is no valid JSON.`);
  }
  const parsed = parsePackage(read);
  if (!parsed.ok) throw new PackageError(parsed.message);
  return parsed.package;
}

/** The files that the document lists, where they lie, each the one it is said to be. */
async function checkedFiles(read: Package, folder: string, names: ReadonlySet<string>): Promise<Map<string, string>> {
  const paths = new Map<string, string>();
  const listed = new Set<string>();
  const expected = [
    ...read.files.map((file) => ({ place: placeOfFile(file), hash: file.hash, bytes: file.bytes, name: file.name })),
    ...read.shipped.map(({ file, hash, family }) => ({
      place: placeOfFont(file),
      hash,
      bytes: undefined,
      name: family,
    })),
  ];
  for (const { place, hash, bytes, name } of expected) {
    listed.add(place);
    if (!names.has(place)) throw new PackageError(`The file of “${name}” (${place}) is missing from it.`);
    const path = join(folder, place);
    if (bytes !== undefined && (await stat(path)).size !== bytes) {
      throw new PackageError(`The file of “${name}” is not as long as it was.`);
    }
    if ((await hashOf(path)) !== hash) throw new PackageError(`The file of “${name}” is not the one that was packed.`);
    paths.set(hash, path);
  }
  for (const name of names) {
    if (name.startsWith("media/") && !listed.has(name)) {
      throw new PackageError(`“${name}” lies in it, but nothing in it shows that file.`);
    }
  }
  return paths;
}

async function hashOf(path: string): Promise<string> {
  const hash = createHash("sha256");
  const handle = await open(path, "r");
  try {
    for await (const chunk of handle.createReadStream({ autoClose: false })) hash.update(chunk as Buffer);
  } finally {
    await handle.close();
  }
  return hash.digest("hex");
}
