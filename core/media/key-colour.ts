import { converter, formatHex } from "culori";
import { levelsOf } from "./matte";

/* The colour of a ground that a keyer takes out again. */

const oklab = converter("oklab");

/** Colours are told apart in steps of 8 levels: coding blurs finer ones anyway. */
const step = 8;
const cells = 32 ** 3;
/** What is fainter takes no part: nothing of it is left after keying. */
const leastAlpha = 26;
/** A keyer looks at the hue; how light something is counts for less. */
const lightness = 0.35;

interface Place {
  readonly l: number;
  readonly a: number;
  readonly b: number;
}

const placeOf = (r: number, g: number, b: number): Place => {
  const { l, a, b: yellow } = oklab({ mode: "rgb", r: r / 255, g: g / 255, b: b / 255 });
  return { l, a, b: yellow };
};

/** How far two colours are from each other to a keyer, in OKLab. Source: Ottosson, A perceptual color space (2020). */
const apart = (one: Place, other: Place): number =>
  Math.hypot(lightness * (one.l - other.l), one.a - other.a, one.b - other.b);

/** Strong colours that a ground may have: every mixture of full, half and no light that is far from grey. */
const candidates: readonly (Place & { readonly hex: string })[] = [0, 64, 128, 192, 255].flatMap((r, _, levels) =>
  levels.flatMap((g) =>
    levels.flatMap((b) => {
      const place = placeOf(r, g, b);
      const hex = formatHex({ mode: "rgb", r: r / 255, g: g / 255, b: b / 255 });
      return Math.hypot(place.a, place.b) >= 0.18 ? [{ ...place, hex }] : [];
    }),
  ),
);

/** The colours that a clip shows, gathered picture by picture. */
export class ShownColours {
  private readonly seen = new Uint8Array(cells);
  private half = 0;
  private inked = 0;

  /** Straight RGBA. */
  add(pixels: Uint8Array): void {
    for (let at = 0; at < pixels.length; at += 4) {
      const alpha = pixels[at + 3]!;
      if (alpha < leastAlpha) continue;
      this.inked++;
      if (alpha < 230) this.half++;
      this.seen[((pixels[at]! >> 3) << 10) | ((pixels[at + 1]! >> 3) << 5) | (pixels[at + 2]! >> 3)] = 1;
    }
  }

  /** Share of what is drawn that is half clear. */
  get halfClear(): number {
    return this.inked === 0 ? 0 : this.half / this.inked;
  }

  private places(): Place[] {
    const middle = (level: number) => Math.min(255, level * step + step / 2);
    const places: Place[] = [];
    for (let cell = 0; cell < cells; cell++) {
      if (this.seen[cell]) places.push(placeOf(middle(cell >> 10), middle((cell >> 5) & 31), middle(cell & 31)));
    }
    return places;
  }

  /** How far the nearest shown colour is from this one; Infinity when nothing is shown. */
  distanceTo(hex: string): number {
    const own = placeOf(...levelsOf(hex));
    return Math.min(Infinity, ...this.places().map((place) => apart(own, place)));
  }

  /** The strong colour that is farthest from all that is shown. */
  farthest(): { readonly colour: string; readonly distance: number } {
    const places = this.places();
    let best = { colour: "#00ff00", distance: -1 };
    for (const candidate of candidates) {
      let nearest = Infinity;
      for (const place of places) {
        nearest = Math.min(nearest, apart(candidate, place));
        if (nearest <= best.distance) break;
      }
      if (nearest > best.distance) best = { colour: candidate.hex, distance: nearest };
    }
    return best;
  }
}

/** Nearer than this a keyer takes away parts of what is shown. */
export const leastKeyDistance = 0.16;

/**
 * Edges made firmer, three times as steep about their middle: a keyer takes a mixture with the ground for a rim of the
 * graphic, so there must be few of them. Changes nothing that is wholly there or not there at all.
 */
export function firmEdges(pixels: Uint8Array): Uint8Array {
  const out = Uint8Array.from(pixels);
  for (let at = 3; at < out.length; at += 4) {
    const alpha = out[at]!;
    if (alpha > 0 && alpha < 255) out[at] = Math.min(255, Math.max(0, Math.round((alpha - 127.5) * 3 + 127.5)));
  }
  return out;
}
