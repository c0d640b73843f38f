import type { StretchLook } from "../document/text";

/** A part of the text, as UTF-16 indices, and the stretch that changes its look. */
export interface StretchRange {
  readonly start: number;
  readonly end: number;
  readonly stretch: number;
}

export type LetterCase = "as-typed" | "upper" | "lower" | "title";

const graphemes = new Intl.Segmenter("en", { granularity: "grapheme" });
const words = new Intl.Segmenter("en", { granularity: "word" });

/** Text in another case by a language's rules; in a title every word starts with a capital. */
export function changeCase(text: string, letterCase: LetterCase, locale: string): string {
  switch (letterCase) {
    case "as-typed":
      return text;
    case "upper":
      return text.toLocaleUpperCase(locale);
    case "lower":
      return text.toLocaleLowerCase(locale);
    case "title":
      return text.replace(/(^|[\s\u2010-\u2015(\u2018\u201c"'-])(\p{L})/gu, (_, before: string, letter: string) => {
        return before + letter.toLocaleUpperCase(locale);
      });
  }
}

/**
 * Finds the stretches of a text and changes its case. Asterisks around stressed words are taken out, when a stretch
 * asks for stressed words.
 */
export function readStretches(
  text: string,
  stretches: readonly StretchLook[],
  letterCase: LetterCase,
  locale: string,
): { text: string; ranges: StretchRange[] } {
  const ranges: StretchRange[] = [];
  const stressed = stretches.findIndex((stretch) => stretch.of.kind === "stressed");
  let plain = changeCase(text, letterCase, locale);
  if (stressed >= 0) {
    let shown = "";
    let last = 0;
    for (const match of plain.matchAll(/\*([^*]+)\*/gu)) {
      shown += plain.slice(last, match.index);
      ranges.push({ start: shown.length, end: shown.length + match[1]!.length, stretch: stressed });
      shown += match[1];
      last = match.index + match[0].length;
    }
    plain = shown + plain.slice(last);
  }
  for (const [i, { of }] of stretches.entries()) {
    const add = (start: number, end: number) => end > start && ranges.push({ start, end, stretch: i });
    if (of.kind === "find") {
      const wanted = changeCase(of.text, letterCase, locale);
      for (let at = plain.indexOf(wanted); at >= 0; at = plain.indexOf(wanted, at + wanted.length)) {
        add(at, at + wanted.length);
      }
    } else if (of.kind === "letters") {
      const starts = [...graphemes.segment(plain)].map(({ index }) => index);
      add(starts[of.start] ?? plain.length, starts[of.end] ?? plain.length);
    } else if (of.kind === "words") {
      const found = [...words.segment(plain)].filter(({ isWordLike }) => isWordLike).slice(of.start, of.end);
      const last = found[found.length - 1];
      if (last) add(found[0]!.index, last.index + last.segment.length);
    }
  }
  return { text: plain, ranges };
}

/** Which stretches are on together at places of a text, in their own order. */
export type Look = readonly number[];

/** For every UTF-16 index which of the looks it has, or -1 for the text's own. Stretches that overlap add up. */
export function looksAt(length: number, ranges: readonly StretchRange[]): { at: Int16Array; looks: Look[] } {
  const masks = new Uint32Array(length + 1);
  for (const { start, end, stretch } of ranges) {
    for (let i = start; i < end; i++) masks[i] = masks[i]! | (1 << stretch);
  }
  const at = new Int16Array(length + 1).fill(-1);
  const known = new Map<number, number>();
  const looks: Look[] = [];
  masks.forEach((mask, i) => {
    if (mask === 0) return;
    let look = known.get(mask);
    if (look === undefined) {
      known.set(mask, (look = looks.length));
      looks.push(Array.from({ length: 32 }, (_, bit) => bit).filter((bit) => (mask >>> bit) & 1));
    }
    at[i] = look;
  });
  return { at, looks };
}

/** What the stretches of a look say of a property: the last one that says anything. */
export function saidBy<S, K extends keyof S>(
  look: Look | undefined,
  stretches: readonly S[],
  key: K,
): S[K] | undefined {
  let said: S[K] | undefined;
  for (const stretch of look ?? []) said = stretches[stretch]?.[key] ?? said;
  return said;
}
