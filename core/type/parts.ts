import type { Split } from "../document/move";
import { hashText } from "../hash";
import type { Box } from "../geometry/box";
import { makePath, type Path } from "../geometry/path";
import { noise } from "../finish/noise";
import type { TextOutline } from "./outline-text";
import type { SetText } from "./set-text";

/** A part of a text that moves by itself, in u from the top left of the text's box. */
export interface TextPart {
  readonly pieces: readonly { readonly stretch: number; readonly path: Path }[];
  readonly grounds: readonly { readonly stretch: number; readonly path: Path }[];
  /** From ascent to descent, over its advances; it turns about the middle of this. */
  readonly box: Box;
}

const made = new WeakMap<TextOutline, Map<string, readonly TextPart[]>>();

/** The parts of a text in reading order: its lines, words or grapheme clusters. Blanks alone are none. */
export function partsOf(set: SetText, outline: TextOutline, by: Split["by"]): readonly TextPart[] {
  let known = made.get(outline);
  if (!known) made.set(outline, (known = new Map()));
  let parts = known.get(by);
  if (!parts) known.set(by, (parts = split(set, outline, by)));
  return parts;
}

/** Where parts begin, as UTF-16 indices; a glyph belongs to the last one at or before its cluster. */
function startsOf(set: SetText, by: Split["by"]): number[] {
  switch (by) {
    case "line":
      return set.lines.map(({ start }) => start);
    case "word":
      return [...set.text.matchAll(/\S+/gu)].map(({ index }) => index);
    case "letter":
      return set.graphemes.filter((at) => at < set.text.length && /\S/u.test(set.text[at]!));
  }
}

function split(set: SetText, outline: TextOutline, by: Split["by"]): TextPart[] {
  const starts = startsOf(set, by);
  const partAt = (cluster: number): number => {
    let low = 0;
    let high = starts.length;
    while (low < high) {
      const middle = (low + high) >> 1;
      if (starts[middle]! <= cluster) low = middle + 1;
      else high = middle;
    }
    return low - 1;
  };
  const groups = starts.map(() => ({
    glyphs: [] as TextOutline["placed"][number][],
    grounds: [] as TextPart["grounds"][number][],
  }));
  for (const glyph of outline.placed) groups[partAt(glyph.cluster)]?.glyphs.push(glyph);
  for (const { cluster, ...ground } of outline.grounds) groups[partAt(cluster)]?.grounds.push(ground);
  return groups
    .filter(({ glyphs }) => glyphs.length > 0)
    .map(({ glyphs, grounds }): TextPart => {
      const stretches = [...new Set(glyphs.map(({ stretch }) => stretch))];
      const pieces = stretches.map((stretch) => {
        const own = glyphs.filter((glyph) => glyph.stretch === stretch);
        const id = `p${hashText(own.map(({ name }) => name).join(";"))}`;
        return {
          stretch,
          path: makePath(
            id,
            own.flatMap(({ commands }) => commands),
          ),
        };
      });
      const left = Math.min(...glyphs.map(({ x }) => x));
      const right = Math.max(...glyphs.map(({ x, advance }) => x + advance));
      const top = Math.min(...glyphs.map(({ top }) => top));
      const bottom = Math.max(...glyphs.map(({ bottom }) => bottom));
      return { pieces, grounds, box: { x: left, y: top, width: right - left, height: bottom - top } };
    });
}

/** When each part has its turn: 0 is first. Every place from 0 to count − 1 is given once. */
export function ranksOf(count: number, order: Split["order"], seed: number): number[] {
  const places = Array.from({ length: count }, (_, i) => i);
  const away = (i: number) => Math.abs(i - (count - 1) / 2);
  switch (order) {
    case "forward":
      break;
    case "reverse":
      places.reverse();
      break;
    case "centre":
      places.sort((a, b) => away(a) - away(b) || a - b);
      break;
    case "edges":
      places.sort((a, b) => away(b) - away(a) || a - b);
      break;
    case "random":
      // A shuffle that depends on the seed alone. Source: Fisher and Yates.
      for (let i = count - 1; i > 0; i--) {
        const j = Math.floor(noise(seed, count, i, 0) * (i + 1));
        [places[i], places[j]] = [places[j]!, places[i]!];
      }
  }
  const ranks = new Array<number>(count);
  places.forEach((part, rank) => (ranks[part] = rank));
  return ranks;
}
