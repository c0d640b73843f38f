import { open } from "node:fs/promises";
import { Uint8ArrayWriter, ZipReader, type FileEntry } from "@zip.js/zip.js";
import { HandleReader } from "../zip-files";
import { documentPlace } from "./layout";

const most = { panels: 64, bytes: 2 * 1024 * 1024 };

/**
 * The SVG files of a zip in the order of their names, where it holds nothing else; undefined for any other zip. Folders
 * and what a system adds of its own are passed over.
 */
export async function readSvgZip(path: string): Promise<{ name: string; text: string }[] | undefined> {
  const handle = await open(path, "r");
  try {
    const panels: FileEntry[] = [];
    for await (const entry of new ZipReader(new HandleReader(handle)).getEntriesGenerator()) {
      if (entry.directory || /(^|\/)(__MACOSX\/|\.|Thumbs\.db)/.test(entry.filename)) continue;
      if (entry.filename === documentPlace || !/\.svg$/i.test(entry.filename)) return undefined;
      if (entry.encrypted || entry.uncompressedSize > most.bytes || panels.length === most.panels) return undefined;
      panels.push(entry);
    }
    if (panels.length === 0) return undefined;
    panels.sort((a, b) => (a.filename < b.filename ? -1 : 1));
    const read: { name: string; text: string }[] = [];
    for (const entry of panels) {
      const bytes = await entry.getData(new Uint8ArrayWriter(), { useWebWorkers: false });
      const name = entry.filename.replace(/^.*\//, "").replace(/\.svg$/i, "");
      read.push({ name, text: Buffer.from(bytes).toString("utf8") });
    }
    return read;
  } catch {
    return undefined; // Whatever is wrong with it is told by whoever reads it as a package.
  } finally {
    await handle.close();
  }
}
