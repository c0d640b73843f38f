import { Remembered } from "../remembered";
import type { StretchLook } from "../document/text";
import { hashText } from "../hash";
import { makePath, mapCommands, type Path, type PathCommand } from "../geometry/path";
import type { Corners } from "../geometry/rectangle";
import { rectanglePath } from "../geometry/rectangle";
import type { FontBook, ShapedGlyph } from "./font-book";
import { joinsAt } from "./joined";
import type { SetLine, SetText } from "./set-text";

/** The outlines of a text, in u from the top left of its box. */
export interface TextOutline {
  /** All glyphs together: what mattes and bounds go by. */
  readonly whole: Path;
  /** Glyphs by the look they have, as a number of the set text's looks (-1 for its own), in painting order. */
  readonly pieces: readonly { readonly stretch: number; readonly path: Path }[];
  /** Boxes behind stretches that have a ground, each with the cluster its words begin at. */
  readonly grounds: readonly { readonly stretch: number; readonly path: Path; readonly cluster: number }[];
  /** Every glyph where it stands, for parts that move by themselves. */
  readonly placed: readonly PlacedGlyph[];
}

/** A glyph in u from the top left of the text's box. */
export interface PlacedGlyph {
  readonly name: string;
  readonly commands: readonly PathCommand[];
  readonly cluster: number;
  readonly stretch: number;
  readonly x: number;
  readonly advance: number;
  readonly top: number;
  readonly bottom: number;
}

/** Sets a line wider by a share of its size between clusters, but for letters that join; positions in em. */
function spaced(line: SetLine, text: string, widerEm: number): { glyphs: readonly ShapedGlyph[]; addedEm: number } {
  if (widerEm === 0) return { glyphs: line.glyphs, addedEm: 0 };
  let added = 0;
  const glyphs = line.glyphs.map((glyph, i) => {
    const last = line.glyphs[i - 1];
    const wouldTear = last && joinsAt(text, last.cluster) && joinsAt(text, glyph.cluster);
    if (last && last.cluster !== glyph.cluster && !wouldTear) added += widerEm;
    return { ...glyph, x: glyph.x + added };
  });
  return { glyphs, addedEm: added };
}

/**
 * Outlines a text in a box of this width; `align` is 0 for left, 0.5 centre, 1 right. `widerEm` adds space between
 * letters without breaking lines anew.
 */
export function outlineText(
  set: SetText,
  boxWidthU: number,
  align: number,
  stretches: readonly StretchLook[],
  book: FontBook,
  widerEm = 0,
): TextOutline {
  let outlines = known.get(set);
  if (!outlines) known.set(set, (outlines = new Remembered(mostOutlines)));
  return outlines.get(`${boxWidthU} ${align} ${widerEm}`, () =>
    outlineAnew(set, boxWidthU, align, stretches, book, widerEm),
  );
}

/** A text that is set once is outlined once for each box it stands in; its stretches belong to it. */
const known = new WeakMap<SetText, Remembered<TextOutline>>();
const mostOutlines = 60;

function outlineAnew(
  set: SetText,
  boxWidthU: number,
  align: number,
  stretches: readonly StretchLook[],
  book: FontBook,
  widerEm: number,
): TextOutline {
  const all: { stretch: number; commands: PathCommand[]; names: string[] }[] = [];
  const grounds: { stretch: number; path: Path; cluster: number }[] = [];
  const placed: PlacedGlyph[] = [];
  for (const row of set.lines) {
    const { glyphs, addedEm } = spaced(row, set.text, widerEm);
    const line = { ...row, glyphs, widthU: row.widthU + addedEm * set.sizeU };
    const left = (boxWidthU - line.widthU) * align;
    for (const glyph of line.glyphs) {
      let piece = all.find((entry) => entry.stretch === glyph.stretch);
      if (!piece) all.push((piece = { stretch: glyph.stretch, commands: [], names: [] }));
      const size = set.sizeU * glyph.scale;
      const x = left + glyph.x * set.sizeU;
      const y = line.baselineU + glyph.y * set.sizeU;
      const commands = mapCommands([size, 0, 0, size, x, y], book.outline(glyph.face, glyph.glyph));
      const name = `${glyph.face}.${glyph.glyph}@${size}:${x},${y}`;
      piece.commands.push(...commands);
      piece.names.push(name);
      const top = line.baselineU - set.capHeightEm * size;
      const { cluster, stretch } = glyph;
      const advance = glyph.advance * set.sizeU;
      placed.push({ name, commands, cluster, stretch, x, advance, top, bottom: line.baselineU });
    }
    grounds.push(...groundsOf(line, left, set, stretches));
  }
  const pieces = all.map(({ stretch, commands, names }) => ({
    stretch,
    path: makePath(`t${hashText(`${set.sizeU};${names.join(";")}`)}`, commands),
  }));
  const [only] = pieces;
  const whole =
    only && pieces.length === 1
      ? only.path
      : makePath(
          `u${hashText(pieces.map(({ path }) => path.id).join())}`,
          pieces.flatMap(({ path }) => path.commands),
        );
  return { whole, pieces, grounds, placed };
}

/** One box for each unbroken row of glyphs of a stretch with a ground; cap height and base line bound it. */
function groundsOf(line: SetLine, left: number, set: SetText, stretches: readonly StretchLook[]) {
  return stretches.flatMap(({ ground }, stretch) => {
    if (!ground) return [];
    const inside = (glyph: ShapedGlyph | undefined) => glyph && set.looks[glyph.stretch]?.includes(stretch);
    const boxes: { stretch: number; path: Path; cluster: number }[] = [];
    for (let from = 0; from < line.glyphs.length; from++) {
      if (!inside(line.glyphs[from])) continue;
      let until = from + 1;
      while (inside(line.glyphs[until])) until++;
      const row = line.glyphs.slice(from, until);
      const last = row[row.length - 1]!;
      const x = left + row[0]!.x * set.sizeU - ground.x;
      const end = left + (last.x + last.advance) * set.sizeU + ground.x;
      const tallest = Math.max(...row.map(({ scale }) => scale));
      const top = line.baselineU - set.capHeightEm * set.sizeU * tallest - ground.y;
      const corner = { size: ground.corner, style: "round" } as const;
      const corners: Corners = [corner, corner, corner, corner];
      const box = rectanglePath(end - x, line.baselineU + ground.y - top, corners);
      const path = makePath(`${box.id}@${x},${top}`, mapCommands([1, 0, 0, 1, x, top], box.commands));
      boxes.push({ stretch, path, cluster: Math.min(...row.map(({ cluster }) => cluster)) });
      from = until;
    }
    return boxes;
  });
}
