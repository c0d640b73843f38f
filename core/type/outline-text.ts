import type { StretchLook } from "../document/text";
import { hashText } from "../hash";
import { makePath, mapCommands, type Path, type PathCommand } from "../geometry/path";
import type { Corners } from "../geometry/rectangle";
import { rectanglePath } from "../geometry/rectangle";
import type { FontBook } from "./font-book";
import type { SetLine, SetText } from "./set-text";

/** The outlines of a text, in u from the top left of its box. */
export interface TextOutline {
  /** All glyphs together: what mattes and bounds go by. */
  readonly whole: Path;
  /** Glyphs by the stretch they belong to (-1 for the text's own look), in painting order. */
  readonly pieces: readonly { readonly stretch: number; readonly path: Path }[];
  /** Boxes behind stretches that have a ground. */
  readonly grounds: readonly { readonly stretch: number; readonly path: Path }[];
}

/** Outlines a text in a box of this width; `align` is 0 for left, 0.5 centre, 1 right. */
export function outlineText(
  set: SetText,
  boxWidthU: number,
  align: number,
  stretches: readonly StretchLook[],
  book: FontBook,
): TextOutline {
  const all: { stretch: number; commands: PathCommand[]; names: string[] }[] = [];
  const grounds: { stretch: number; path: Path }[] = [];
  for (const line of set.lines) {
    const left = (boxWidthU - line.widthU) * align;
    for (const glyph of line.glyphs) {
      let piece = all.find((entry) => entry.stretch === glyph.stretch);
      if (!piece) all.push((piece = { stretch: glyph.stretch, commands: [], names: [] }));
      const size = set.sizeU * glyph.scale;
      const x = left + glyph.x * set.sizeU;
      const y = line.baselineU + glyph.y * set.sizeU;
      piece.commands.push(...mapCommands([size, 0, 0, size, x, y], book.outline(glyph.face, glyph.glyph)));
      piece.names.push(`${glyph.face}.${glyph.glyph}@${x},${y}`);
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
  return { whole, pieces, grounds };
}

/** One box for each unbroken row of glyphs of a stretch with a ground; cap height and base line bound it. */
function groundsOf(line: SetLine, left: number, set: SetText, stretches: readonly StretchLook[]) {
  const found: { stretch: number; path: Path }[] = [];
  let from = 0;
  for (let i = 1; i <= line.glyphs.length; i++) {
    const first = line.glyphs[from]!;
    if (i < line.glyphs.length && line.glyphs[i]!.stretch === first.stretch) continue;
    const ground = stretches[first.stretch]?.ground;
    if (ground) {
      const last = line.glyphs[i - 1]!;
      const x = left + first.x * set.sizeU - ground.x;
      const end = left + (last.x + last.advance) * set.sizeU + ground.x;
      const top = line.baselineU - set.capHeightEm * set.sizeU * first.scale - ground.y;
      const corner = { size: ground.corner, style: "round" } as const;
      const corners: Corners = [corner, corner, corner, corner];
      const box = rectanglePath(end - x, line.baselineU + ground.y - top, corners);
      const path = makePath(`${box.id}@${x},${top}`, mapCommands([1, 0, 0, 1, x, top], box.commands));
      found.push({ stretch: first.stretch, path });
    }
    from = i;
  }
  return found;
}
