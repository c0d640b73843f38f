import type { Box } from "../../geometry/box";
import type { Matrix } from "../../geometry/matrix";
import type { PaintOps, PaintOp } from "../../sample/types";
import type { ContextLike, PaintHost } from "../canvas";

/** What a step is painted with: on a canvas whose top left is the pixel (bounds.x, bounds.y) of the format. */
export interface Brush {
  readonly bounds: Box;
  readonly host: PaintHost;
  /** Sets a matrix that maps to pixels of the format. */
  readonly transform: (context: ContextLike, matrix: Matrix) => void;
  readonly paint: (ops: readonly PaintOp[], context: ContextLike) => void;
  /** The same for a canvas of other bounds. */
  readonly on: (bounds: Box) => Brush;
}

/** Paints one kind of step. The same calls give the same bytes on every side. */
export type StepPainter<Op = never> = (op: Op, context: ContextLike, brush: Brush) => void;

/** A painter for every kind of step: a forgotten one is a compile error. */
export type StepPainterOf = { readonly [K in keyof PaintOps]: StepPainter<PaintOps[K]> };

export const definePainter = <K extends keyof PaintOps>(painter: StepPainter<PaintOps[K]>): StepPainter<PaintOps[K]> =>
  painter;
