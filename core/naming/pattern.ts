import type { MadeOutput } from "../outputs/output";
import { cutToBytes, slug } from "./slug";

/** All that a file's name can be made of. */
export interface NameFacts {
  readonly design: string;
  readonly release: number;
  /** The first filled line. */
  readonly title: string;
  readonly format: string;
  readonly output: Pick<MadeOutput, "kind" | "name" | "pattern">;
  /** The handle of the first account that is filled in. */
  readonly account: string;
  /** Number of the row in its sheet, from 1; none for a single clip. */
  readonly row?: number | undefined;
  /** Day of asking, as 2026-11-25. */
  readonly date: string;
  /** Number of the file among those asked for together, from 1. */
  readonly counter: number;
  /** What the fields say, by their ids. */
  readonly fields: Readonly<Record<string, string>>;
}

/** The words that a pattern may have in braces, with what they stand for. */
export const patternWords = {
  design: "the design",
  release: "number of the release",
  title: "the first filled line",
  account: "the account",
  format: "the format",
  output: "the output",
  row: "number of the row",
  date: "the day",
  counter: "a number that counts on",
} as const;
type Word = keyof typeof patternWords;

/** What files are called where their output says nothing. */
export const plainPattern = "{design}_{title}_{account}_{format}";

const fieldPrefix = "field:";
const inBraces = /\{([^{}]*)\}/g;
const isWord = (word: string): word is Word => Object.hasOwn(patternWords, word);

/** What is wrong with a pattern, in words; empty when nothing is. */
export function patternFaults(pattern: string): string[] {
  const faults: string[] = [];
  for (const [, word] of pattern.matchAll(inBraces)) {
    const name = word!.trim();
    if (!isWord(name) && !(name.startsWith(fieldPrefix) && name.length > fieldPrefix.length))
      faults.push(
        `There is no “{${word}}”. These are: ${Object.keys(patternWords).join(", ")}, or field: and a field.`,
      );
  }
  if (/[{}]/.test(pattern.replace(inBraces, ""))) faults.push("A brace is open. Words stand between { and }.");
  return faults;
}

/** File systems count bytes, 255 of them at most; what is left over is for a number and the ending. */
const mostBytes = { title: 110, word: 60, whole: 210 } as const;

function said(word: string, facts: NameFacts): string {
  if (word.startsWith(fieldPrefix)) {
    const id = word.slice(fieldPrefix.length);
    return slug(Object.hasOwn(facts.fields, id) ? facts.fields[id]! : "", mostBytes.title);
  }
  switch (word as Word) {
    case "row":
      return facts.row === undefined ? "" : String(facts.row).padStart(3, "0");
    case "counter":
      return String(facts.counter).padStart(3, "0");
    case "release":
      return String(facts.release);
    case "output":
      return slug(facts.output.name, mostBytes.word);
    case "title":
      return slug(facts.title, mostBytes.title);
    case "design":
    case "account":
    case "format":
    case "date":
      return slug(facts[word as "design"], mostBytes.word);
    default:
      return "";
  }
}

/** Names that some systems keep for devices of old. */
const reserved = /^(con|prn|aux|nul|com\d|lpt\d)$/i;

/**
 * A file's name before its number and ending: safe on every file system, in every header, and no longer than there is
 * room. What says nothing leaves no gap.
 */
export function stemOf(pattern: string, facts: NameFacts): string {
  const filled = pattern
    .split(/(\{[^{}]*\})/)
    .map((part) => (/^\{.*\}$/.test(part) ? said(part.slice(1, -1).trim(), facts) : literal(part)))
    .join("")
    .replace(/[-_.]*_[-_.]*/g, "_")
    .replace(/[-.]*-[-.]*/g, "-")
    .replace(/^[-_.]+|[-_.]+$/g, "");
  const cut = cutToBytes(filled, mostBytes.whole).replace(/[-_.]+$/, "");
  if (cut === "") return "clip";
  return reserved.test(cut) ? `${cut}_clip` : cut;
}

const literal = (text: string): string => text.normalize("NFC").replace(/[^\p{L}\p{M}\p{N}_.-]+/gu, "-");
