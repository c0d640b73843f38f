import * as hb from "harfbuzzjs";
import { FontBook } from "./font-book";

export interface FontFacts {
  readonly family: string;
  readonly weight: number;
  readonly italic: boolean;
  readonly weights?: [number, number];
}

/** Offset of a table in a font file, in bytes; undefined when it has none. */
function table(view: DataView, tag: string): { at: number; length: number } | undefined {
  for (let i = 0; i < view.getUint16(4); i++) {
    const entry = 12 + 16 * i;
    const name = String.fromCharCode(...[0, 1, 2, 3].map((k) => view.getUint8(entry + k)));
    if (name === tag) return { at: view.getUint32(entry + 8), length: view.getUint32(entry + 12) };
  }
  return undefined;
}

/** The first of these names that the font has, in Unicode. Source: OpenType, `name` table. */
function nameOf(view: DataView, ids: readonly number[]): string | undefined {
  const names = table(view, "name");
  if (!names) return undefined;
  const strings = names.at + view.getUint16(names.at + 4);
  for (const id of ids) {
    for (let i = 0; i < view.getUint16(names.at + 2); i++) {
      const record = names.at + 6 + 12 * i;
      if (view.getUint16(record) !== 3 || view.getUint16(record + 6) !== id) continue;
      const at = strings + view.getUint16(record + 10);
      let text = "";
      for (let k = 0; k < view.getUint16(record + 8); k += 2) text += String.fromCharCode(view.getUint16(at + k));
      if (text.trim() !== "") return text.trim().slice(0, 80);
    }
  }
  return undefined;
}

/**
 * Family, weight and slope of a TTF or OTF file, and the range of its weights when it is variable. Throws for what is
 * no font, or one that HarfBuzz finds nothing to draw in.
 */
export function readFontFacts(bytes: Uint8Array): FontFacts {
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
  const book = new FontBook({ faces: [], fallbacks: [] });
  book.add("upload", bytes);
  if (book.shape("upload", "A", 0, 1, false).length === 0) throw new Error("this font draws nothing");
  const os2 = table(view, "OS/2");
  const weight = os2 ? Math.min(1000, Math.max(1, view.getUint16(os2.at + 4))) : 400;
  const italic = os2 ? (view.getUint16(os2.at + 62) & 1) === 1 : false;
  const family = nameOf(view, [16, 1]) ?? "Untitled";
  const axis = new hb.Face(new hb.Blob(bytes), 0).getAxisInfos().wght;
  return { family, weight, italic, ...(axis ? { weights: [axis.min, axis.max] as [number, number] } : {}) };
}
