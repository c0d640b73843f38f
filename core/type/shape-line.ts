import { zeroOf, type Features, type Figures, type FontBook, type FontGlyph, type ShapedGlyph } from "./font-book";
import type { ItemisedText, TextRun } from "./itemise";
import { joinedScripts } from "./joined";

/** Spacing would tear their letters apart. */
const joined: ReadonlySet<string> = new Set(joinedScripts);

export interface ShapedLine {
  readonly start: number;
  readonly end: number;
  /** In em, from the left end of the line. */
  readonly glyphs: readonly ShapedGlyph[];
  readonly widthEm: number;
}

/** Shapes stretches of one text and remembers them; widths are in em, so every size is served by one shaping. */
export class LineShaper {
  private readonly known = new Map<string, ShapedLine>();

  constructor(
    readonly item: ItemisedText,
    private readonly book: FontBook,
    private readonly trackingEm: number,
    private readonly features: Features = {},
    private readonly scaleOf: (stretch: number) => number = () => 1,
    private readonly tabular = false,
  ) {}

  /** The characters from start to end as one line, in visual order, blanks at its end left out. */
  line(start: number, end: number): ShapedLine {
    let last = end;
    while (last > start && /\s/u.test(this.item.text[last - 1]!)) last--;
    const key = `${start}-${last}`;
    let line = this.known.get(key);
    if (!line) {
      line = this.shape(start, last);
      this.known.set(key, line);
    }
    return line;
  }

  private shape(start: number, end: number): ShapedLine {
    const glyphs: ShapedGlyph[] = [];
    let pen = 0;
    for (const run of visualOrder(this.item.runs, start, end)) {
      const scale = this.scaleOf(run.stretch);
      const leftwards = run.level % 2 === 1;
      const shaped = this.tabular ? this.tabulated(run, leftwards) : this.shaped(run, leftwards);
      const tracking = joined.has(run.script) ? 0 : this.trackingEm * scale;
      let added = 0;
      shaped.forEach((glyph, i) => {
        const nextCluster = shaped[i + 1]?.cluster;
        const placed = { x: pen + glyph.x * scale + added, y: glyph.y * scale, advance: glyph.advance * scale };
        glyphs.push({ ...glyph, ...placed, scale, stretch: run.stretch });
        if (nextCluster !== glyph.cluster) added += tracking;
      });
      pen += shaped.reduce((sum, glyph) => sum + glyph.advance * scale, 0) + added;
      if (run.end === end) pen -= run.level % 2 === 0 && shaped.length > 0 ? tracking : 0;
    }
    return { start, end, glyphs, widthEm: pen };
  }

  private shaped({ face, start, end }: TextRun, leftwards: boolean, features = this.features): FontGlyph[] {
    return this.book.shape(face, this.item.text, start, end, leftwards, features);
  }

  /** Every figure in the middle of a place of the same width, whether or not the face has tabular ones. */
  private tabulated(run: TextRun, leftwards: boolean): FontGlyph[] {
    const { text } = this.item;
    // Among figures, what stands between them must not move closer to some than to others.
    const plain = !/\p{L}/u.test(text.slice(run.start, run.end));
    let added = 0;
    return this.shaped(run, leftwards, plain ? { kern: 0, ...this.features } : this.features).map((glyph) => {
      const zero = zeroOf(text.charCodeAt(glyph.cluster));
      const { widest, widths } = zero === undefined ? noFigures : this.book.figures(run.face, zero, this.features);
      const own = widths.get(glyph.glyph);
      if (own === undefined) return { ...glyph, x: glyph.x + added };
      const placed = { ...glyph, x: glyph.x + added + (widest - own) / 2, advance: widest };
      added += widest - glyph.advance;
      return placed;
    });
  }
}

const noFigures: Figures = { widest: 0, widths: new Map() };

/** Runs of a line from left to right. Source: UAX #9, rule L2. */
export function visualOrder(runs: readonly TextRun[], start: number, end: number): TextRun[] {
  const line = runs
    .filter((run) => run.end > start && run.start < end)
    .map((run) => ({ ...run, start: Math.max(run.start, start), end: Math.min(run.end, end) }));
  const top = Math.max(0, ...line.map((run) => run.level));
  for (let level = top; level > 0; level--) {
    for (let i = 0; i < line.length; i++) {
      if (line[i]!.level < level) continue;
      let j = i;
      while (j + 1 < line.length && line[j + 1]!.level >= level) j++;
      line.splice(i, j - i + 1, ...line.slice(i, j + 1).reverse());
      i = j;
    }
  }
  return line;
}
