import type { PackagedFile } from "@/core/document/package";

/*
 * Where things lie in a package's zip.
 */

export const documentPlace = "package.json";
export const schemaPlace = "package.schema.json";
export const pagePlace = "read-me.html";
export const licencePlace = "licences.txt";

const endings: Readonly<Record<PackagedFile["kind"], string>> = {
  picture: "img",
  frames: "frames",
  sound: "sound",
  font: "ttf",
};

const endingsOfMimes: Readonly<Record<string, string>> = {
  "image/png": "png",
  "image/jpeg": "jpg",
  "image/webp": "webp",
  "audio/wav": "wav",
  "audio/x-wav": "wav",
  "audio/mpeg": "mp3",
  "audio/mp4": "m4a",
};

/** A file of the house style, by its hash; the ending is for people who open the zip. */
export const placeOfFile = ({ hash, kind, mime }: Pick<PackagedFile, "hash" | "kind" | "mime">): string =>
  `media/${hash}.${endingsOfMimes[mime] ?? endings[kind]}`;

export const placeOfFont = (file: string): string => `fonts/${file}`;
export const placeOfPoster = (design: string, format: string): string => `posters/${design}-${format}.webp`;

/** What may lie in a package at all: nothing that could lead out of its folder. */
export const isPlace = (name: string): boolean =>
  [documentPlace, schemaPlace, pagePlace, licencePlace].includes(name) ||
  /^media\/[0-9a-f]{64}\.[a-z0-9]{2,6}$/.test(name) ||
  /^fonts\/[A-Za-z0-9_]{1,80}\.(ttf|txt)$/.test(name) ||
  /^posters\/[a-z0-9-]{1,90}\.webp$/.test(name);

/** The most that a package may hold. */
export const most = {
  entries: 4000,
  documentBytes: 24 * 1024 * 1024,
  /** All of it, unpacked. */
  totalBytes: 1200 * 1024 * 1024,
  /** Times as large unpacked; what is packed tighter is made to burst. */
  ratio: 400,
} as const;
