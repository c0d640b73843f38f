import type { BoundLayer, BoundMedia, Rgba } from "../bind/types";
import type { MotionBlur } from "../document/design";
import type { Finish } from "../document/finish";
import type { Format } from "../document/format";
import type { LinkSource } from "../document/link";
import type { VectorShape } from "../document/vector";
import type { Box } from "../geometry/box";
import type { Path } from "../geometry/path";
import type { Issue } from "../issue";
import type { TextOutline } from "../type/outline-text";
import type { SetText } from "../type/set-text";
import type { ShapeOutline } from "./outline";

export interface TextContent {
  readonly set: SetText;
  readonly outline: TextOutline;
}

/** The same layer with another text, or set wider by a share of its size, in the same box; remembered. */
export type TextVariant = (text: string | undefined, widerEm: number) => TextContent;

/** A shape of a drawing, with its outline and those it is cut by as paths. */
export interface DrawnShape extends Pick<VectorShape, "stroke"> {
  readonly rule: "nonzero" | "evenodd";
  readonly path: Path;
  readonly colour: Rgba;
  readonly mattes: readonly {
    readonly keep: "inside" | "outside";
    readonly shapes: readonly { readonly path: Path; readonly rule: "nonzero" | "evenodd"; readonly alpha: number }[];
  }[];
}

/** One side of a line over a picture, in its own unit. */
export interface Cut {
  readonly keep: "inside" | "outside";
  readonly path: Path;
}

/** What a layer draws at rest; paths are in u from the top left of the layer's box. */
export type Content =
  | { readonly kind: "shape"; readonly outline: ShapeOutline }
  | (TextContent & { readonly kind: "text"; readonly variant: TextVariant })
  | {
      readonly kind: "drawing";
      readonly width: number;
      readonly height: number;
      readonly shapes: readonly DrawnShape[];
      readonly cut: readonly Cut[];
    }
  | (Omit<Extract<BoundMedia, { kind: "raster" }>, "cut" | "versions"> & { readonly cut: readonly Cut[] })
  | { readonly kind: "none" }
  | { readonly kind: "group" };

export interface StillLayer {
  readonly layer: BoundLayer;
  /** The box at rest, in u from the format's top left. */
  readonly box: Box;
  readonly content: Content;
  /** Degrees clockwise, as the format shows it. */
  readonly turn: number;
  readonly opacity: number;
  readonly scale: number;
}

/** The design at rest in one format: every layer has a box, text is shaped and broken. */
export interface Still {
  readonly format: Format;
  readonly pxPerU: number;
  /** In painting order; a group stands before its layers. */
  readonly layers: readonly StillLayer[];
  /** Whether the design was turned round for right-to-left text. */
  readonly turnedRound: boolean;
  readonly seed: number;
  readonly finish: readonly Finish[];
  readonly motionBlur: MotionBlur | undefined;
  readonly issues: readonly Issue[];
  /** What a link of a layer reads while all is at rest. */
  readonly readRest: (layer: string, source: Omit<LinkSource, "name">) => number;
}
