import { factsOf, type Output } from "../outputs/output";

/** File systems count bytes, 255 of them at most; what is left over is for a number and the ending. */
const mostBytes = { design: 60, title: 110, format: 40 } as const;

const graphemes = new Intl.Segmenter("en", { granularity: "grapheme" });
const bytes = new TextEncoder();

/**
 * Letters and figures of any script, joined by hyphens: safe on every file system and in every header. No longer than
 * so many bytes, cut between letters.
 */
export function slug(text: string, most = 60): string {
  const plain = text
    .normalize("NFC")
    .replace(/['’`]/gu, "")
    .replace(/[^\p{L}\p{M}\p{N}]+/gu, "-")
    .replace(/^-+|-+$/g, "");
  let cut = "";
  let length = 0;
  for (const { segment } of graphemes.segment(plain)) {
    length += bytes.encode(segment).length;
    if (length > most) break;
    cut += segment;
  }
  return cut.replace(/-+$/, "");
}

export interface FileNameParts {
  readonly design: string;
  readonly title: string;
  readonly format: string;
  readonly output: Output;
}

/** A file's name before its number and ending. */
export function fileStem({ design, title, format }: Omit<FileNameParts, "output">): string {
  return [slug(design, mostBytes.design), slug(title, mostBytes.title), slug(format, mostBytes.format)]
    .filter((part) => part !== "")
    .join("_");
}

/** What two names must differ in: many file systems take capitals and small letters for the same. */
export const nameKey = (name: string): string => name.normalize("NFC").toLowerCase();

/**
 * For example `Name-strap_Ngozi-Fairweather_wide.webm`; a name that is taken gets a number. `taken` is asked for the
 * `nameKey` of names.
 */
export function fileName(parts: FileNameParts, taken: (name: string) => boolean): string {
  const stem = fileStem(parts);
  const ending = factsOf(parts.output).ending;
  let name = `${stem}.${ending}`;
  for (let n = 2; taken(nameKey(name)); n++) name = `${stem}_${n}.${ending}`;
  return name;
}
