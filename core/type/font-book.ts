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
}

/** Loaded fonts. The host brings the bytes; shaping and outlines are the same wherever it runs. */
export class FontBook {
  private readonly loaded = new Map<string, LoadedFace>();

  /** Changes whenever what text is set in may have changed. */
  edition = 0;
  private offered: Catalogue;

  constructor(catalogue: Catalogue) {
    this.offered = catalogue;
  }

  get catalogue(): Catalogue {
    return this.offered;
  }

  /** Makes uploaded faces available beside the ones that ship. The same face may be offered again and again. */
  offer(faces: readonly Face[]): void {
    const known = new Set(this.offered.faces.map(({ id }) => id));
    const fresh = faces.filter(({ id }) => !known.has(id));
    if (fresh.length > 0) this.edition += 1;
    if (fresh.length > 0) this.offered = { ...this.offered, faces: [...this.offered.faces, ...fresh] };
  }

  has(faceId: string): boolean {
    return this.loaded.has(faceId);
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
    this.edition += 1;
    this.loaded.set(faceId, { font, upem, metrics, outlines: new Map(), covered: new Map() });
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
    const face = this.loaded.get(faceId);
    if (!face) throw new Error(`font ${faceId} is not loaded`);
    return face;
  }
}
