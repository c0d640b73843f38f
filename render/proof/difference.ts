import type { Format } from "@/core/document/format";
import type { Box } from "@/core/geometry/box";

// Asked for millions of times: looked up once.
const { abs, max } = Math;

/** How far a decoded frame is from what was painted, as it looks over black or over its ground; levels of 255. */
export interface Difference {
  /** Inside the graphic's bounds: luma by pixel, chroma by two by two pixels, the larger of the two. */
  readonly meanError: number;
  readonly lumaError: number;
  readonly chromaError: number;
  readonly maxError: number;
  /** Everywhere else, where only the ground may be, or nothing. */
  readonly outsideError: number;
  readonly alphaError: number;
}

/** A plane of levels, and how far each is from the four around it, on the average. */
function detailIn(plane: Float32Array, width: number, height: number): number {
  let sum = 0;
  for (let y = 1; y < height - 1; y++) {
    for (let x = 1, i = y * width + 1; x < width - 1; x++, i++) {
      sum += abs(plane[i]! - (plane[i - 1]! + plane[i + 1]! + plane[i - width]! + plane[i + width]!) / 4);
    }
  }
  return sum / max(1, width * height);
}

/** How much fine detail a picture has, in levels of 255: of luma pixel by pixel, of chroma over two by two pixels. */
export interface Detail {
  readonly luma: number;
  readonly chroma: number;
}

interface Compared {
  /** The whole decoded frame, and the painted picture of the bounds, as straight RGBA. */
  readonly actual: Uint8Array;
  readonly painted: Uint8Array;
  /** The whole ground as RGBA; undefined for see-through kinds. */
  readonly under: Uint8Array | undefined;
  readonly bounds: Box;
  readonly format: Pick<Format, "width" | "height">;
}

/**
 * The detail of a painted picture over its ground, or over black. Grain, small type and edges have much of it, plain panels
 * none; an edge between strong colours has more of it than one to black.
 */
export function detailOf({ painted, under, bounds, format }: Omit<Compared, "actual">): Detail {
  const { width, height } = bounds;
  const luma = new Float32Array(width * height);
  const [across, down] = [(width + 1) >> 1, (height + 1) >> 1];
  const [blue, red] = [new Float32Array(across * down), new Float32Array(across * down)];
  for (let y = 0, at = 0, i = 0; y < height; y++) {
    let ground = ((bounds.y + y) * format.width + bounds.x) * 4;
    for (let x = 0; x < width; x++, at += 4, ground += 4, i++) {
      const alpha = painted[at + 3]! / 255;
      const kept = under ? 1 - alpha : 0;
      const r = painted[at]! * alpha + (under ? under[ground]! * kept : 0);
      const g = painted[at + 1]! * alpha + (under ? under[ground + 1]! * kept : 0);
      const b = painted[at + 2]! * alpha + (under ? under[ground + 2]! * kept : 0);
      const own = 0.2126 * r + 0.7152 * g + 0.0722 * b;
      const block = (y >> 1) * across + (x >> 1);
      luma[i] = own;
      blue[block]! += (b - own) / 1.8556 / 4;
      red[block]! += (r - own) / 1.5748 / 4;
    }
  }
  const chroma = max(detailIn(blue, across, down), detailIn(red, across, down));
  return { luma: detailIn(luma, width, height), chroma };
}

export function differenceOf(compared: Compared): Difference {
  const { bounds } = compared;
  const inside = insideOf(compared);
  const pixels = bounds.width * bounds.height;
  const thousandth = (value: number) => Math.round(value * 1000) / 1000;
  return {
    meanError: thousandth(max(inside.luma, inside.chroma) / pixels),
    lumaError: thousandth(inside.luma / pixels),
    chromaError: thousandth(inside.chroma / pixels),
    maxError: Math.round(inside.most),
    alphaError: thousandth(inside.alpha / pixels),
    outsideError: thousandth(outsideOf(compared)),
  };
}

function insideOf({ actual, painted, under, bounds, format }: Compared) {
  let [luma, chroma, alphas, most] = [0, 0, 0, 0];
  // Sums of both colour differences over two by two pixels, for one pair of rows.
  const blocks = new Float64Array(((bounds.width + 1) >> 1) * 2);
  for (let y = 0; y < bounds.height; y++) {
    let at = ((bounds.y + y) * format.width + bounds.x) * 4;
    let from = y * bounds.width * 4;
    for (let x = 0; x < bounds.width; x++, at += 4, from += 4) {
      const alpha = painted[from + 3]! / 255;
      const kept = 1 - alpha;
      const shown = under ? 1 : actual[at + 3]! / 255;
      const r = actual[at]! * shown - painted[from]! * alpha - (under ? under[at]! * kept : 0);
      const g = actual[at + 1]! * shown - painted[from + 1]! * alpha - (under ? under[at + 1]! * kept : 0);
      const b = actual[at + 2]! * shown - painted[from + 2]! * alpha - (under ? under[at + 2]! * kept : 0);
      // Colour differences by BT.709, as the files carry them.
      const own = 0.2126 * r + 0.7152 * g + 0.0722 * b;
      luma += abs(own);
      most = max(most, abs(r), abs(g), abs(b));
      if (!under) alphas += abs(actual[at + 3]! - painted[from + 3]!);
      const block = (x >> 1) * 2;
      blocks[block] = blocks[block]! + (b - own) / 1.8556;
      blocks[block + 1] = blocks[block + 1]! + (r - own) / 1.5748;
    }
    if (y % 2 === 0 && y < bounds.height - 1) continue;
    for (let i = 0; i < blocks.length; i += 2) chroma += max(abs(blocks[i]!), abs(blocks[i + 1]!));
    blocks.fill(0);
  }
  return { luma, chroma, alpha: alphas, most };
}

/** Mean difference of all pixels beside the bounds; 0 where the graphic covers the picture. */
function outsideOf({ actual, under, bounds, format }: Compared): number {
  let sum = 0;
  const right = bounds.x + bounds.width;
  for (let y = 0; y < format.height; y++) {
    const beside = y < bounds.y || y >= bounds.y + bounds.height;
    for (let x = 0, at = y * format.width * 4; x < format.width; x++, at += 4) {
      if (!beside && x === bounds.x) {
        at += bounds.width * 4;
        x = right;
        if (x >= format.width) break;
      }
      if (!under) sum += actual[at + 3]!;
      else {
        sum +=
          (abs(actual[at]! - under[at]!) +
            abs(actual[at + 1]! - under[at + 1]!) +
            abs(actual[at + 2]! - under[at + 2]!)) /
          3;
      }
    }
  }
  const count = format.width * format.height - bounds.width * bounds.height;
  return count === 0 ? 0 : sum / count;
}
