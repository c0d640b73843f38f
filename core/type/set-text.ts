import type { TypeStyle } from "../document/text";
import { faceChain, type Face } from "./catalogue";
import { cleanText } from "./clean";
import type { FontBook, ShapedGlyph } from "./font-book";
import { itemise, type ItemisedText } from "./itemise";
import { LineShaper, type ShapedLine } from "./shape-line";
import { breakOpportunities, wrapEven, wrapGreedy } from "./wrap";

export interface TextDemand {
  readonly text: string;
  readonly style: TypeStyle;
  readonly maxWidthU: number;
  readonly maxLines: number;
  readonly shrinkToU: number;
}

export interface SetLine {
  readonly start: number;
  readonly end: number;
  readonly widthU: number;
  /** Base line below the top of the text's box, in u. */
  readonly baselineU: number;
  /** Glyph positions in em of the final size, from the left end of the line. */
  readonly glyphs: readonly ShapedGlyph[];
}

/** Text broken into lines at its final size. */
export interface SetText {
  readonly text: string;
  readonly sizeU: number;
  readonly lines: readonly SetLine[];
  readonly widthU: number;
  readonly heightU: number;
  readonly rightToLeft: boolean;
  readonly cut: boolean;
  readonly missing: readonly string[];
}

/** Steps in which text shrinks, in u. */
const sizeStepU = 0.05;

/** The faces that can set this text as far as they are loaded, and those that a host must load first. */
export function facesFor(text: string, style: TypeStyle, book: FontBook): { chain: Face[]; wanted: Face[] } {
  const chain = faceChain(book.catalogue, style.family, style.weight, style.italic);
  const primary = chain[0];
  if (!primary) throw new Error("the catalogue has no fonts");
  if (!book.has(primary.id)) return { chain: [], wanted: [primary] };
  // Fallbacks are all loaded or none, so that the choice of a face never depends on what happened to be there.
  const plain = [...cleanText(text)].every((c) => /\s/u.test(c) || book.covers(primary.id, c.codePointAt(0)!));
  if (plain) return { chain: [primary], wanted: [] };
  return { chain, wanted: chain.filter((face) => !book.has(face.id)) };
}

/** Sets text into a width: wrap evenly, then shrink, then cut with an ellipsis. Throws when a font is not loaded. */
export function setText(demand: TextDemand, book: FontBook): SetText {
  const { chain, wanted } = facesFor(demand.text, demand.style, book);
  if (wanted.length > 0) throw new Error(`fonts not loaded: ${wanted.map((face) => face.id).join(", ")}`);
  const item = itemise(cleanText(demand.text), chain, book);
  const shaper = new LineShaper(item, book, demand.style.tracking / 100);
  const opportunities = breakOpportunities(item.text);
  const fits = (lines: readonly ShapedLine[], widthEm: number) =>
    lines.length <= demand.maxLines && lines.every((line) => line.widthEm <= widthEm + 1e-9);
  const at = (sizeU: number) => wrapGreedy(shaper, opportunities, demand.maxWidthU / sizeU);

  const fullU = demand.style.size;
  let sizeU = fullU;
  if (!fits(at(fullU), demand.maxWidthU / fullU)) {
    const lowest = Math.min(demand.shrinkToU, fullU);
    let steps = Math.ceil((fullU - lowest) / sizeStepU);
    let low = 0;
    // The fewest steps down that fit; `steps` stays when none does.
    while (low < steps) {
      const middle = (low + steps) >> 1;
      const size = Math.max(lowest, fullU - middle * sizeStepU);
      if (fits(at(size), demand.maxWidthU / size)) steps = middle;
      else low = middle + 1;
    }
    sizeU = Math.max(lowest, fullU - steps * sizeStepU);
  }
  const widthEm = demand.maxWidthU / sizeU;
  const lines = wrapEven(shaper, opportunities, widthEm);
  if (fits(lines, widthEm)) return finish(item, lines, sizeU, false, demand, book, chain);
  const cut = cutLines(item, lines, widthEm, demand, book, chain);
  return finish(cut.item, cut.lines, sizeU, true, demand, book, chain);
}

/** Keeps what fits and ends it with an ellipsis. */
function cutLines(
  item: ItemisedText,
  lines: readonly ShapedLine[],
  widthEm: number,
  demand: TextDemand,
  book: FontBook,
  chain: readonly Face[],
): { item: ItemisedText; lines: ShapedLine[] } {
  const overflow = lines.findIndex((line) => line.widthEm > widthEm);
  const lastIndex = Math.min(overflow < 0 ? Infinity : overflow, demand.maxLines - 1);
  const last = lines[lastIndex]!;
  const ends = item.graphemes.filter((at) => at > last.start && at <= Math.max(last.end, last.start + 1)).reverse();
  for (const end of ends) {
    const shortened = itemise(item.text.slice(0, end).trimEnd() + "…", chain, book);
    const shaper = new LineShaper(shortened, book, demand.style.tracking / 100);
    const line = shaper.line(last.start, shortened.text.length);
    if (line.widthEm <= widthEm || end === ends[ends.length - 1]) {
      return { item: shortened, lines: [...lines.slice(0, lastIndex), line] };
    }
  }
  return { item, lines: lines.slice(0, lastIndex + 1) };
}

function finish(
  item: ItemisedText,
  shaped: readonly ShapedLine[],
  sizeU: number,
  cut: boolean,
  demand: TextDemand,
  book: FontBook,
  chain: readonly Face[],
): SetText {
  const metrics = book.metrics(chain[0]!.id);
  const top = demand.style.box === "cap" ? metrics.capHeight : metrics.ascent;
  const bottom = demand.style.box === "cap" ? 0 : metrics.descent;
  const lines = shaped.map((line, i) => ({
    start: line.start,
    end: line.end,
    widthU: line.widthEm * sizeU,
    baselineU: (top + i * demand.style.leading) * sizeU,
    glyphs: line.glyphs,
  }));
  return {
    text: item.text,
    sizeU,
    lines,
    widthU: Math.max(0, ...lines.map((line) => line.widthU)),
    heightU: (top + bottom + Math.max(0, lines.length - 1) * demand.style.leading) * sizeU,
    rightToLeft: item.rightToLeft,
    cut,
    missing: item.missing,
  };
}
