import { fileEnding, type Output } from "../document/output";

const mostCharacters = 60;

/** Letters and figures of any script, joined by hyphens: safe on every file system and in every header. */
export function slug(text: string): string {
  const plain = text
    .normalize("NFC")
    .replace(/['’`]/gu, "")
    .replace(/[^\p{L}\p{M}\p{N}]+/gu, "-")
    .replace(/^-+|-+$/g, "");
  return [...plain].slice(0, mostCharacters).join("").replace(/-+$/, "");
}

export interface FileNameParts {
  readonly design: string;
  readonly title: string;
  readonly format: string;
  readonly output: Output;
}

/** A file's name before its number and ending. */
export function fileStem({ design, title, format }: Omit<FileNameParts, "output">): string {
  return [slug(design), slug(title), slug(format)].filter((part) => part !== "").join("_");
}

/** For example `Name-strap_Ngozi-Fairweather_wide.webm`; a name that is taken gets a number. */
export function fileName(parts: FileNameParts, taken: (name: string) => boolean): string {
  const stem = fileStem(parts);
  const ending = fileEnding[parts.output.kind];
  let name = `${stem}.${ending}`;
  for (let n = 2; taken(name); n++) name = `${stem}_${n}.${ending}`;
  return name;
}
