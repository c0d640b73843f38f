import { hashText } from "../hash";
import { makePath, mapCommands, type Path, type PathCommand } from "../geometry/path";
import type { FontBook } from "./font-book";
import type { SetText } from "./set-text";

/** Where the lines of a text stand in a box of this width: 0 left, 0.5 centre, 1 right. */
export function outlineText(set: SetText, boxWidthU: number, align: number, book: FontBook): Path {
  const commands: PathCommand[] = [];
  const names: string[] = [];
  for (const line of set.lines) {
    const left = (boxWidthU - line.widthU) * align;
    for (const glyph of line.glyphs) {
      const x = left + glyph.x * set.sizeU;
      const y = line.baselineU + glyph.y * set.sizeU;
      commands.push(...mapCommands([set.sizeU, 0, 0, set.sizeU, x, y], book.outline(glyph.face, glyph.glyph)));
      names.push(`${glyph.face}.${glyph.glyph}@${x},${y}`);
    }
  }
  return makePath(`t${hashText(`${set.sizeU};${names.join(";")}`)}`, commands);
}
