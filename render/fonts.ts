import { readFile } from "node:fs/promises";
import { basename, join } from "node:path";
import { bundledFonts } from "@/core/type/catalogue";
import { FontBook } from "@/core/type/font-book";

const folder = join(process.cwd(), "public", "fonts");

/** Reads a bundled font file by its face id. */
export async function loadFace(faceId: string): Promise<Uint8Array> {
  return readFile(join(folder, basename(faceId)));
}

let shared: FontBook | undefined;

/** The process's font book; faces are added as scenes need them. */
export function fontBook(): FontBook {
  shared ??= new FontBook(bundledFonts);
  return shared;
}
