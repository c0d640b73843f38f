import type { OutputKind } from "@/core/document/output";

/** Largest mean differences that coding alone explains, in levels of 255. */
export interface Tolerance {
  /** Of luma, pixel by pixel, and of chroma over two by two pixels, which is all that 4:2:0 keeps of it. */
  readonly colour: number;
  readonly alpha: number;
  /** Outside the graphic, where nothing may be but what it lies over. */
  readonly outside: number;
}

/**
 * By what each kind can hold. VP9 and H.264 quantise; ProRes keeps ten bits of colour and sixteen of alpha, and is off
 * by rounding alone. Outside the graphic all is one colour, or footage that was coded twice.
 */
export const tolerances: Readonly<Record<OutputKind, Tolerance>> = {
  "vp9-alpha": { colour: 3, alpha: 2, outside: 0.5 },
  "prores-4444": { colour: 1, alpha: 1, outside: 0.5 },
  h264: { colour: 4, alpha: 0, outside: 4 },
};

/** A coder spends its worst error on edges; in a small graphic there is little else. `pixels` is its area. */
export const edgeAllowance = (pixels: number): number => 40 / Math.sqrt(Math.max(1, pixels));

/** Seconds by which a stream may differ in length: sound comes in packets of 1024 samples, which are never cut. */
export const lengthToleranceS = 0.06;
