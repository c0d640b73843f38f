import type { Box } from "../../geometry/box";
import type { PaintOp, PaintOps } from "../types";

/**
 * What is to be known of one kind of paint step, but how it is painted. Each is given what answers the same for the
 * steps within it.
 */
export interface StepFacts<Op = never> {
  /** The pixels that it can touch, as an upright box, not rounded. */
  readonly bounds: (op: Op, boundsOf: (ops: readonly PaintOp[]) => Box) => Box;
  /** Writes down all that its pixels depend on. */
  readonly write: (op: Op, parts: string[], write: (ops: readonly PaintOp[], parts: string[]) => void) => void;
  /** Steps within it that may show pictures. */
  readonly inner?: (op: Op) => readonly (readonly PaintOp[])[];
  /** What must be loaded before it can be painted. */
  readonly rasters?: (op: Op) => readonly string[];
  /** How far in pixels any point of it is from where it is in another one of its kind, at most; Infinity unless said. */
  readonly travelPx?: (
    from: Op,
    to: Op,
    travelOf: (from: readonly PaintOp[], to: readonly PaintOp[]) => number,
  ) => number;
}

/** Facts of every kind of step: forgotten ones are a compile error. */
export type StepFactsOf = { readonly [K in keyof PaintOps]: StepFacts<PaintOps[K]> };

export const defineStep = <K extends keyof PaintOps>(facts: StepFacts<PaintOps[K]>): StepFacts<PaintOps[K]> => facts;
