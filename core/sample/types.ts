import type { BoundFill, BoundStroke, Rgba } from "../bind/types";
import type { Finish } from "../document/finish";
import type { blends } from "../document/look";
import type { Format } from "../document/format";
import type { Box } from "../geometry/box";
import type { Matrix } from "../geometry/matrix";
import type { Path } from "../geometry/path";

type Blend = (typeof blends)[number];

interface Inked {
  readonly path: Path;
  readonly matrix: Matrix;
  readonly fill: BoundFill;
  /** The box a gradient runs over, in the path's own unit. */
  readonly box: Box;
  readonly opacity: number;
}

export interface FillOp extends Inked {
  readonly kind: "fill";
  /** What counts as inside where an outline crosses; nonzero unless given. */
  readonly rule?: "evenodd";
}

export interface StrokeOp extends Inked, Pick<BoundStroke, "width" | "cap" | "join" | "dash" | "dashOffset"> {
  readonly kind: "stroke";
}

export interface PictureOp {
  readonly kind: "picture";
  readonly hash: string;
  readonly matrix: Matrix;
  /** The part of the picture, in its own pixels, and where it goes, in u. */
  readonly source: Box;
  readonly target: Box;
  readonly opacity: number;
}

export interface MatteOp {
  readonly ops: readonly PaintOp[];
  readonly keep: "inside" | "outside";
}

/** A soft copy of a layer below it. Pixels; `soft` is the standard deviation of its blur. */
export interface UnderOp {
  readonly dx: number;
  readonly dy: number;
  readonly soft: number;
  readonly colour: Rgba;
  readonly strength: number;
}

/** A finish with its lengths in pixels, the number of its current pattern, and the format's rows to lay it over. */
export type FinishOp = Finish & { readonly seed: number; readonly index: number; readonly rows: number };

/** Steps painted apart, changed as one, and laid on what is below. */
export interface LayerOp {
  readonly kind: "layer";
  readonly ops: readonly PaintOp[];
  readonly opacity: number;
  readonly blend: Blend;
  /** Painted only where the steps have painted. */
  readonly atop: readonly FillOp[];
  /** Standard deviation in pixels. */
  readonly blur: number;
  readonly finish: readonly FinishOp[];
  readonly mattes: readonly MatteOp[];
  readonly under: readonly UnderOp[];
}

/** The mean of several pictures: what a shutter sees while things move. */
export interface MeanOp {
  readonly kind: "mean";
  readonly samples: readonly (readonly PaintOp[])[];
}

/** Every kind of step, by its name. Others may be added to it. */
export interface PaintOps {
  fill: FillOp;
  stroke: StrokeOp;
  picture: PictureOp;
  layer: LayerOp;
  mean: MeanOp;
}

/** One step of painting. Matrices map to pixels of the format. */
export type PaintOp = PaintOps[keyof PaintOps];

/** What is to be seen at one instant. Equal keys mean equal pixels. */
export interface Picture {
  readonly format: Format;
  readonly ops: readonly PaintOp[];
  readonly key: string;
}

const plainLayer: Omit<LayerOp, "ops"> = {
  kind: "layer",
  opacity: 1,
  blend: "normal",
  atop: [],
  blur: 0,
  finish: [],
  mattes: [],
  under: [],
};

/** A layer step with whatever is special about it. */
export const layerOp = (ops: readonly PaintOp[], special: Partial<Omit<LayerOp, "kind" | "ops">>): LayerOp => ({
  ...plainLayer,
  ...special,
  ops,
});
