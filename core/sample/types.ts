import type { BoundFill } from "../bind/types";
import type { Format } from "../document/format";
import type { Box } from "../geometry/box";
import type { Matrix } from "../geometry/matrix";
import type { Path } from "../geometry/path";

/** A path under a map to pixels; what lies outside it is hidden. */
export interface Clip {
  readonly path: Path;
  readonly matrix: Matrix;
}

/** One step of painting. Matrices map to pixels of the format. */
export type PaintOp =
  | {
      readonly kind: "fill";
      readonly path: Path;
      readonly matrix: Matrix;
      readonly fill: BoundFill;
      /** The box a gradient runs over, in the path's own unit. */
      readonly box: Box;
      readonly opacity: number;
    }
  | {
      readonly kind: "picture";
      readonly hash: string;
      readonly fit: "contain" | "cover";
      readonly matrix: Matrix;
      readonly box: Box;
      readonly opacity: number;
    }
  | { readonly kind: "clip"; readonly clips: readonly Clip[]; readonly ops: readonly PaintOp[] }
  | { readonly kind: "blend"; readonly opacity: number; readonly ops: readonly PaintOp[] };

/** What is to be seen at one instant. Equal keys mean equal pixels. */
export interface Picture {
  readonly format: Format;
  readonly ops: readonly PaintOp[];
  readonly key: string;
}
