import * as hb from "harfbuzzjs";
import type { PathCommand } from "../geometry/path";
import type { Catalogue, Face } from "./catalogue";

/** One glyph of a shaped run, in em; y runs down. `cluster` is the UTF-16 index it stands for. */
export interface ShapedGlyph {
  readonly face: string;
  readonly glyph: number;
  readonly x: number;
  readonly y: number;
  readonly advance: number;
  readonly cluster: number;
  /** Times the text's size; 1 unless a stretch says otherwise. */
  readonly scale: number;
  readonly stretch: number;
}

/** A glyph as a font gives it, before a line places it. */
export type FontGlyph = Omit<ShapedGlyph, "scale" | "stretch">;

/** OpenType features by tag. */
export type Features = Readonly<Record<string, number>>;

export interface FaceMetrics {
  /** All in em; descent is positive below the base line. */
  readonly ascent: number;
  readonly descent: number;
  readonly capHeight: number;
}

interface LoadedFace {
  readonly font: hb.Font;
  readonly upem: number;
  readonly metrics: FaceMetrics;
  readonly outlines: Map<number, readonly PathCommand[]>;
  readonly covered: Map<number, boolean>;
  /** Width of the widest figure, and of every figure's glyph, in em, by the features asked for. */
  readonly figures: Map<string, Figures>;
}

/** How wide figures are where all must be equally wide, in em. */
export interface Figures {
  readonly widest: number;
  readonly widths: ReadonlyMap<number, number>;
}

/** Catalogues of houses kept at hand. */
const mostHouses = 32;
/** Zeros of the figures that people count with in the scripts at hand. */
const zeros = [0x30, 0x660, 0x6f0, 0x966] as const;

/** The zero of the set of figures that a character belongs to; undefined for everything else. */
export const zeroOf = (codePoint: number): number | undefined =>
  zeros.find((zero) => codePoint >= zero && codePoint < zero + 10);

/** Font files that have been read, by what they are: nothing in here depends on who asked for them. */
interface Shelf {
  readonly faces: Map<string, LoadedFace>;
  /** Changes whenever what text is set in may have changed. */
  edition: number;
}

/**
 * The fonts of one house style: the ones that ship, and its own. Files are kept by their ids for all books of a
 * process, so that what a text looks like never depends on which other houses the process has shown before. The host
 * brings the bytes; shaping and outlines are the same wherever it runs.
 */
export class FontBook {
  private readonly houses = new Map<string, FontBook>();

  constructor(
    readonly catalogue: Catalogue,
    private readonly shelf: Shelf = { faces: new Map(), edition: 0 },
  ) {}

  get edition(): number {
    return this.shelf.edition;
  }

  /** The book of a house with these uploaded faces, which come before the ones that ship; the newest one first. */
  withFaces(faces: readonly Face[]): FontBook {
    if (faces.length === 0) return this;
    const key = JSON.stringify(faces);
    let book = this.houses.get(key);
    if (!book) {
      book = new FontBook({ ...this.catalogue, faces: [...[...faces].reverse(), ...this.catalogue.faces] }, this.shelf);
      this.houses.set(key, book);
      if (this.houses.size > mostHouses) this.houses.delete(this.houses.keys().next().value!);
    }
    return book;
  }

  has(faceId: string): boolean {
    return this.shelf.faces.has(faceId);
  }

  /**
   * Adds a font file (TTF or OTF bytes) under the face's id; an id that ends in `@650` stands at that weight of a
   * variable font. Throws when HarfBuzz finds no glyphs in it.
   */
  add(faceId: string, bytes: Uint8Array): void {
    const face = new hb.Face(new hb.Blob(bytes), 0);
    const font = new hb.Font(face);
    const weight = /@(\d+)$/.exec(faceId)?.[1];
    const variation = weight === undefined ? undefined : hb.Variation.fromString(`wght=${weight}`);
    if (variation) font.setVariations([variation]);
    const upem = face.upem;
    const extents = font.hExtents();
    if (upem <= 0 || extents.ascender <= 0) throw new Error(`${faceId} is not a usable font`);
    const capHeight = font.getMetricPositionWithFallback(hb.MetricsTag.CAP_HEIGHT) / upem;
    const metrics = { ascent: extents.ascender / upem, descent: -extents.descender / upem, capHeight };
    this.shelf.edition += 1;
    this.shelf.faces.set(faceId, { font, upem, metrics, outlines: new Map(), covered: new Map(), figures: new Map() });
  }

  metrics(faceId: string): FaceMetrics {
    return this.face(faceId).metrics;
  }

  /** Whether the face has a glyph for the code point. */
  covers(faceId: string, codePoint: number): boolean {
    const { font, covered } = this.face(faceId);
    let known = covered.get(codePoint);
    if (known === undefined) {
      known = font.nominalGlyph(codePoint) !== undefined;
      covered.set(codePoint, known);
    }
    return known;
  }

  /** Shapes `text.slice(start, end)` in its context, in visual order from x = 0. */
  shape(
    faceId: string,
    text: string,
    start: number,
    end: number,
    rightToLeft: boolean,
    features: Features = {},
  ): FontGlyph[] {
    const { font, upem } = this.face(faceId);
    const buffer = new hb.Buffer();
    buffer.addText(text, start, end - start);
    buffer.guessSegmentProperties();
    buffer.setDirection(rightToLeft ? hb.Direction.RTL : hb.Direction.LTR);
    const asked = Object.entries(features).map(([tag, value]) => new hb.Feature(tag, value));
    hb.shape(font, buffer, asked);
    const infos = buffer.getGlyphInfos();
    const positions = buffer.getGlyphPositions();
    let pen = 0;
    return infos.map((info, i) => {
      const position = positions[i]!;
      const glyph = {
        face: faceId,
        glyph: info.codepoint,
        x: (pen + position.xOffset) / upem,
        y: -position.yOffset / upem,
        advance: position.xAdvance / upem,
        cluster: info.cluster,
      };
      pen += position.xAdvance;
      return glyph;
    });
  }

  /** Widths of a set of figures in a face, each shaped by itself. */
  figures(faceId: string, zero: number, features: Features): Figures {
    const { figures } = this.face(faceId);
    const key = `${zero} ${JSON.stringify(features)}`;
    let found = figures.get(key);
    if (!found) {
      const widths = new Map<number, number>();
      for (let figure = 0; figure < 10; figure++) {
        for (const glyph of this.shape(faceId, String.fromCodePoint(zero + figure), 0, 1, false, features))
          widths.set(glyph.glyph, glyph.advance);
      }
      figures.set(key, (found = { widths, widest: Math.max(0, ...widths.values()) }));
    }
    return found;
  }

  /** Outline of a glyph in em, y down, origin on the base line. */
  outline(faceId: string, glyph: number): readonly PathCommand[] {
    const face = this.face(faceId);
    let outline = face.outlines.get(glyph);
    if (!outline) {
      outline = face.font.glyphToJson(glyph).map((command) => {
        const scaled = command.values.map((value, i) => (i % 2 === 0 ? value : -value) / face.upem);
        return [command.type, ...scaled] as unknown as PathCommand;
      });
      face.outlines.set(glyph, outline);
    }
    return outline;
  }

  private face(faceId: string): LoadedFace {
    const face = this.shelf.faces.get(faceId);
    if (!face) throw new Error(`font ${faceId} is not loaded`);
    return face;
  }
}
