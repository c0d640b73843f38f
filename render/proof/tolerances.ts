import type { OutputKind } from "@/core/outputs/output";
import type { Detail } from "./difference";

/** Largest mean differences that coding alone explains, in levels of 255. */
export interface Tolerance {
  /** Of luma, pixel by pixel, and of chroma over two by two pixels, which is all that 4:2:0 keeps of it. */
  readonly colour: number;
  readonly alpha: number;
  /** Outside the graphic, where nothing may be but what it lies over. */
  readonly outside: number;
}

const exact: Tolerance = { colour: 0, alpha: 0, outside: 0 };

/** How far a finished picture may be from the painted one, kind by kind. */
export const tolerances = {
  // Beside the graphic all is one colour, or footage that was coded twice.
  h264: { colour: 4, alpha: 0, outside: 4 },
  "key-colour": { colour: 4, alpha: 0, outside: 4 },
  "vp9-alpha": { colour: 3, alpha: 2, outside: 0.5 },
  // It keeps ten bits of colour and sixteen of alpha: only rounding is left.
  "prores-4444": { colour: 1, alpha: 1, outside: 0.5 },
  // Nothing is lost in any of these.
  "png-mov": exact,
  "png-sequence": exact,
  apng: exact,
  webp: exact,
  still: exact,
  // 256 colours for a whole clip, in patterns that only together look like the colour; alpha is on or off.
  gif: { colour: 14, alpha: 4, outside: 0.5 },
} as const satisfies Partial<Record<OutputKind, Tolerance>>;

/** What a limit in bytes may cost on top, where something had to give: the eye sees it, and was told so. */
export const fittedExtra: Tolerance = { colour: 14, alpha: 8, outside: 4 };

/** A coder spends its worst error on edges; in a small graphic there is little else. `pixels` is its area. */
export const edgeAllowance = (pixels: number): number => 40 / Math.sqrt(Math.max(1, pixels));

/**
 * What fine detail costs a coder that leaves some of it out, of luma and of chroma: an error of about a third of the
 * detail, where a blurred or wrong picture is off by all of it. Chroma may suffer from either. Kinds that lose nothing are
 * allowed nothing. `detail` is in levels of 255.
 */
export const detailAllowance = ({ colour }: Tolerance, { luma, chroma }: Detail): Detail =>
  colour > 1 ? { luma: luma / 3, chroma: Math.max(luma, chroma) / 3 } : { luma: 0, chroma: 0 };

/** Seconds by which a stream may differ in length: sound comes in packets of 1024 samples, which are never cut. */
export const lengthToleranceS = 0.06;

/** How much louder or softer a clip's sound may be, as a factor of its strength, and how far off in seconds. */
export const soundTolerance = { factor: 1.12, offsetS: 0.03 };

/** Seconds by which an instant may be off in files whose clocks are coarser than the rate. */
export const tickS = { gif: 0.005, webp: 0.0005, apng: 1e-6 } as const;
