import { Remembered } from "../remembered";
import type { StretchLook, TypeStyle } from "../document/text";
import { faceChain, type Face } from "./catalogue";
import { cleanText } from "./clean";
import type { FaceMetrics, Features, FontBook, ShapedGlyph } from "./font-book";
import { itemise, type ItemisedText } from "./itemise";
import { LineShaper, type ShapedLine } from "./shape-line";
import { looksAt, readStretches, saidBy, type Look } from "./ranges";
import { breakOpportunities, wrapEven, wrapGreedy } from "./wrap";

export interface TextDemand {
  readonly text: string;
  readonly style: TypeStyle;
  readonly stretches?: readonly StretchLook[];
  /** Language whose rules change case. */
  readonly locale?: string;
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
  readonly capHeightEm: number;
  /** Starts of grapheme clusters, and the text's length at the end. */
  readonly graphemes: readonly number[];
  readonly rightToLeft: boolean;
  readonly cut: boolean;
  readonly missing: readonly string[];
  /** The stretches that are on together, by the number that a glyph's `stretch` is. */
  readonly looks: readonly Look[];
}

/** Steps in which text shrinks, in u. */
const sizeStepU = 0.05;

type Wanted = Pick<TextDemand, "text" | "style" | "stretches" | "locale">;

/** The text as it will be shown, and the style of each of its parts. */
function readText({ text, style, stretches = [], locale = "en" }: Wanted) {
  const shown = readStretches(cleanText(text), stretches, style.case, locale);
  const { at, looks } = looksAt(shown.text.length, shown.ranges);
  const styles = looks.map((look) => ({
    family: saidBy(look, stretches, "family") ?? style.family,
    weight: saidBy(look, stretches, "weight") ?? style.weight,
    italic: saidBy(look, stretches, "italic") ?? style.italic,
  }));
  return { text: shown.text, styles, at, looks };
}

/** The faces that can set this text as far as they are loaded, by stretch, and those that a host must load first. */
export function facesFor(demand: Wanted, book: FontBook): { chainOf: (stretch: number) => Face[]; wanted: Face[] } {
  const { text, styles, at } = readText(demand);
  const wanted = new Map<string, Face>();
  const chains = [demand.style, ...styles].map((style, i) => {
    const stretch = i - 1;
    // The ellipsis of a cut text must be at hand too.
    const own = [...text].length > 0 || stretch < 0 ? charactersOf(text, at, stretch) + "…" : "…";
    const { chain, missing } = chainFor(own, style, book);
    for (const face of missing) wanted.set(face.id, face);
    return chain;
  });
  return { chainOf: (stretch) => chains[stretch + 1]!, wanted: [...wanted.values()] };
}

function charactersOf(text: string, at: Int16Array, stretch: number): string {
  if (at.every((own) => own === stretch)) return text;
  let characters = "";
  for (let i = 0; i < text.length; i++) if (at[i] === stretch) characters += text[i];
  return characters;
}

function chainFor(text: string, style: Pick<TypeStyle, "family" | "weight" | "italic">, book: FontBook) {
  const chain = faceChain(book.catalogue, style.family, style.weight, style.italic);
  const primary = chain[0];
  if (!primary) throw new Error("the catalogue has no fonts");
  if (!book.has(primary.id)) return { chain: [primary], missing: [primary] };
  // Fallbacks are all loaded or none, so that the choice of a face never depends on what happened to be there.
  const plain = [...text].every((c) => /\s/u.test(c) || book.covers(primary.id, c.codePointAt(0)!));
  if (plain) return { chain: [primary], missing: [] };
  return { chain, missing: chain.filter((face) => !book.has(face.id)) };
}

/** Sets text into a width: wrap evenly, then shrink, then cut with an ellipsis. Throws when a font is not loaded. */
export function setText(demand: TextDemand, book: FontBook): SetText {
  let texts = known.get(book);
  if (!texts) known.set(book, (texts = new Remembered(mostTexts)));
  // Infinity is no JSON.
  const key = `${book.edition} ${demand.maxWidthU} ${demand.shrinkToU} ${JSON.stringify(demand)}`;
  return texts.get(key, () => setAnew(demand, book));
}

/** Most edits leave most texts as they are, and every format asks for the same ones. */
const known = new WeakMap<FontBook, Remembered<SetText>>();
const mostTexts = 600;

function setAnew(demand: TextDemand, book: FontBook): SetText {
  const { chainOf, wanted } = facesFor(demand, book);
  if (wanted.length > 0) throw new Error(`fonts not loaded: ${wanted.map((face) => face.id).join(", ")}`);
  const { text, at: looks, looks: all } = readText(demand);
  const { style } = demand;
  const features: Features = style.figures === "tabular" ? { tnum: 1, ...style.features } : style.features;
  const scaleOf = (look: number) => saidBy(all[look], demand.stretches ?? [], "scale") ?? 1;
  // A cut text ends in an ellipsis: it looks like what stands before it.
  const lookOf = (length: number) => (index: number) => looks[Math.min(index, Math.max(0, length - 1))] ?? -1;
  const shape = (part: string, length: number): LineShaper =>
    new LineShaper(
      itemise(part, chainOf, lookOf(length), book),
      book,
      style.tracking / 100,
      features,
      scaleOf,
      style.figures === "tabular",
    );
  const shaper = shape(text, text.length);
  const { item } = shaper;
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
  const primary = chainOf(-1)[0]!.id;
  const common = { sizeU, looks: all, demand, metrics: book.metrics(primary) };
  if (fits(lines, widthEm)) return finish(item, lines, { ...common, cut: false });
  const cut = cutLines(item, lines, widthEm, demand.maxLines, shape);
  return finish(cut.item, cut.lines, { ...common, cut: true });
}

/** Keeps what fits and ends it with an ellipsis. */
function cutLines(
  item: ItemisedText,
  lines: readonly ShapedLine[],
  widthEm: number,
  maxLines: number,
  shape: (text: string, length: number) => LineShaper,
): { item: ItemisedText; lines: ShapedLine[] } {
  const overflow = lines.findIndex((line) => line.widthEm > widthEm);
  const lastIndex = Math.min(overflow < 0 ? Infinity : overflow, maxLines - 1);
  const last = lines[lastIndex]!;
  const ends = item.graphemes.filter((at) => at > last.start && at <= Math.max(last.end, last.start + 1)).reverse();
  for (const end of ends) {
    const kept = item.text.slice(0, end).trimEnd();
    const shaper = shape(`${kept}…`, kept.length);
    const shortened = shaper.item;
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
  {
    sizeU,
    cut,
    looks,
    demand,
    metrics,
  }: {
    readonly sizeU: number;
    readonly cut: boolean;
    readonly looks: readonly Look[];
    readonly demand: TextDemand;
    readonly metrics: FaceMetrics;
  },
): SetText {
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
    capHeightEm: metrics.capHeight,
    graphemes: item.graphemes,
    rightToLeft: item.rightToLeft,
    cut,
    missing: item.missing,
    looks,
  };
}
