import bidiFactory from "bidi-js";
import type { Face } from "./catalogue";
import type { FontBook } from "./font-book";
import { joinedScripts } from "./joined";

const bidi = bidiFactory();
const graphemes = new Intl.Segmenter("en", { granularity: "grapheme" });
// Joiners, variation selectors and marks without ink need no glyph of their own.
const needsNoGlyph = /[\u200c\u200d\u034f\ufe00-\ufe0f]/u;
const scripts = ["Latin", ...joinedScripts, "Hebrew", "Greek", "Cyrillic"].map(
  (name) => [name, new RegExp(`\\p{Script=${name}}`, "u")] as const,
);

/** A stretch of one face, one script and one bidi level; indices are UTF-16. */
export interface TextRun {
  readonly start: number;
  readonly end: number;
  readonly face: string;
  readonly level: number;
  readonly script: string;
  /** The stretch of the text that gives it a look of its own, or -1. */
  readonly stretch: number;
}

export interface ItemisedText {
  readonly text: string;
  readonly runs: readonly TextRun[];
  /** Starts of grapheme clusters, and the text's length at the end. */
  readonly graphemes: readonly number[];
  readonly rightToLeft: boolean;
  /** Grapheme clusters that no font at hand can draw. */
  readonly missing: readonly string[];
}

function scriptOf(cluster: string): string | undefined {
  // Blanks, figures and most signs are of no script.
  if (cluster < "A") return undefined;
  return scripts.find(([, pattern]) => pattern.test(cluster))?.[0];
}

function covers(book: FontBook, face: Face, cluster: string): boolean {
  for (const character of cluster) {
    if (!needsNoGlyph.test(character) && !book.covers(face.id, character.codePointAt(0)!)) return false;
  }
  return true;
}

/** Of every bidi class one character of a single UTF-16 unit. */
const classes: Readonly<Record<string, string>> = {
  ...{ L: "a", R: "\u05d0", AL: "\u0627", EN: "0", AN: "\u0660", ES: "+", ET: "#", CS: ",", ON: "!", WS: " " },
  ...{ NSM: "\u0300", BN: "\u00ad" },
};

/**
 * Levels of every UTF-16 unit. The library reads units, and takes both halves of an emoji for letters that read left to
 * right: they stand as one of their class and a mark on it, which goes with what it is on (UAX #9, W1).
 */
function levelsOf(text: string) {
  const byUnits = text.replace(/[\ud800-\udbff][\udc00-\udfff]/g, (character) => {
    const name = bidi.getBidiCharTypeName(character);
    return `${classes[name] ?? "!"}${name === "BN" ? classes.BN : classes.NSM}`;
  });
  return bidi.getEmbeddingLevels(byUnits);
}

/** Whether the text's first strong character reads right to left. Source: UAX #9, P2 and P3. */
export function readsRightToLeft(text: string): boolean {
  return (levelsOf(text).paragraphs[0]?.level ?? 0) % 2 === 1;
}

/**
 * Splits cleaned text into runs, choosing for every grapheme cluster the first face of its chain that has it.
 * `chainOf` gives the chain of a stretch (-1 for the text's own), `stretchAt` the stretch of a UTF-16 index.
 */
export function itemise(
  text: string,
  chainOf: (stretch: number) => readonly Face[],
  stretchAt: (index: number) => number,
  book: FontBook,
): ItemisedText {
  const { levels, paragraphs } = levelsOf(text);
  const starts: number[] = [];
  const missing = new Set<string>();
  const runs: TextRun[] = [];
  let script = "Latin";
  let pictured = false;
  for (const { segment, index } of graphemes.segment(text)) {
    starts.push(index);
    script = scriptOf(segment) ?? script;
    const level = levels[index] ?? 0;
    const stretch = stretchAt(index);
    const chain = chainOf(stretch);
    const primary = chain[0];
    if (!primary) throw new Error("no font in the chain");
    const last = runs[runs.length - 1];
    const blank = /^\s*$/u.test(segment);
    let face = chain.find((candidate) => covers(book, candidate, segment));
    // A space belongs to the run it follows, so that a fallback's words stay whole; one between pictures is far too wide.
    if (blank) face = (last && !pictured && chain.find((candidate) => candidate.id === last.face)) || primary;
    else pictured = /\p{Extended_Pictographic}|\p{Regional_Indicator}/u.test(segment);
    if (!face) missing.add(segment);
    const faceId = (face ?? primary).id;
    const end = index + segment.length;
    const joins = last?.face === faceId && last.level === level && last.script === script && last.stretch === stretch;
    if (joins) runs[runs.length - 1] = { ...last, end };
    else runs.push({ start: index, end, face: faceId, level, script, stretch });
  }
  starts.push(text.length);
  const rightToLeft = (paragraphs[0]?.level ?? 0) % 2 === 1;
  return { text, runs, graphemes: starts, rightToLeft, missing: [...missing] };
}
