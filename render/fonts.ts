import { readFile } from "node:fs/promises";
import { basename, join } from "node:path";
import { bundledFonts } from "@/core/type/catalogue";
import { FontBook } from "@/core/type/font-book";

const folder = join(process.cwd(), "public", "fonts");

/** Whether a face is an uploaded font, named by its content hash, and not one of those that ship. */
export const isUploaded = (faceId: string): boolean => /^[0-9a-f]{64}$/.test(faceId);

/** Reads a bundled font file by its face id, an uploaded one with `loadUploaded`. */
export const fontLoader = (loadUploaded: (hash: string) => Promise<Uint8Array>) => (faceId: string) =>
  isUploaded(faceId) ? loadUploaded(faceId) : loadFace(faceId);

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
