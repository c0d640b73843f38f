import type { Stroke } from "../document/colour";
import type { Design, MotionBlur } from "../document/design";
import type { Ease } from "../document/ease";
import type { Finish } from "../document/finish";
import type { Fps } from "../document/fps";
import type { Format } from "../document/format";
import type { KeyTime } from "../document/keys";
import type { Layer, ShapeKind } from "../document/layer";
import type { Gleam, OuterGlow, Shadow, Trail } from "../document/look";
import type { Stretch, TextSetting, TypeStyle } from "../document/text";
import type { VectorShape } from "../document/vector";
import type { Issue } from "../issue";

/** sRGB, channels 0..255, straight alpha 0..1. */
export interface Rgba {
  readonly r: number;
  readonly g: number;
  readonly b: number;
  readonly a: number;
}

type Stops = readonly { readonly at: number; readonly colour: Rgba }[];
type Centre = { readonly x: number; readonly y: number };

export type BoundFill =
  | { readonly kind: "plain"; readonly colour: Rgba }
  | { readonly kind: "linear"; readonly angle: number; readonly stops: Stops }
  | { readonly kind: "radial"; readonly centre: Centre; readonly radius: number; readonly stops: Stops }
  | { readonly kind: "conic"; readonly centre: Centre; readonly angle: number; readonly stops: Stops };

export type BoundStroke = Omit<Stroke, "fill"> & { readonly fill: BoundFill };
export type Coloured<T> = Omit<T, "colour"> & { readonly colour: Rgba };
export type BoundStretch = Omit<Stretch, "colour"> & {
  readonly colour: Rgba | undefined;
  readonly groundColour: Rgba | undefined;
};

/** What of a mark is shown: the sides of lines over it, as outlines in its own unit. */
export interface BoundCut {
  readonly keep: "inside" | "outside";
  readonly d: string;
}

/** What is shown of a mark instead, by the ground it stands on. */
export interface BoundVersions {
  readonly onLight?: BoundMedia | undefined;
  readonly onDark?: BoundMedia | undefined;
}

/** What a picture layer shows: paths we paint, a raster file by hash, or nothing yet. */
export type BoundMedia =
  | {
      readonly kind: "drawing";
      readonly width: number;
      readonly height: number;
      readonly shapes: readonly (Omit<VectorShape, "colour"> & { readonly colour: Rgba })[];
      readonly cut?: readonly BoundCut[];
      readonly versions?: BoundVersions;
    }
  | {
      readonly kind: "raster";
      readonly hash: string;
      readonly width: number;
      readonly height: number;
      readonly cut?: readonly BoundCut[];
      readonly versions?: BoundVersions;
      /** Painted in this colour alone, by its alpha. */
      readonly tint?: Rgba;
      /** Of a video: its rate and number of frames. */
      readonly clip?: { readonly fps: Fps; readonly frames: number };
    }
  | { readonly kind: "none" };

type Of<K extends Layer["kind"]> = Extract<Layer, { kind: K }>;
type Unbound = "overrides" | "showIf" | "hidden" | "shadow" | "glow" | "gleam" | "trail" | "keys";

/** A key's value made real. */
export interface BoundKey {
  readonly at: KeyTime;
  readonly value: number | Rgba;
  readonly ease?: Ease | undefined;
  readonly hold: boolean;
}
export interface BoundKeyTrack {
  readonly property: string;
  readonly keys: readonly BoundKey[];
}
interface BoundLook {
  readonly shadow: Coloured<Shadow> | undefined;
  readonly glow: Coloured<OuterGlow> | undefined;
  readonly gleam: Coloured<Gleam> | undefined;
  readonly trail: (Omit<Trail, "colours"> & { readonly colours?: readonly Rgba[] | undefined }) | undefined;
  readonly keys: readonly BoundKeyTrack[];
}
/** A layer without what binding replaces. */
type Plain<T, K extends string = never> = Omit<T, Unbound | K> & BoundLook;

interface Painted {
  readonly fill: BoundFill | undefined;
  readonly stroke: BoundStroke | undefined;
}

type BoundShapeOf<K extends ShapeKind> = K extends ShapeKind ? Plain<Of<K>, "fill" | "stroke"> & Painted : never;
export type BoundShape = BoundShapeOf<ShapeKind>;
export type BoundText = Plain<Of<"text">, "fill" | "stroke" | "setting" | "stretches"> & {
  readonly fill: BoundFill;
  readonly stroke: BoundStroke | undefined;
  readonly setting: Omit<TextSetting, "type">;
  readonly style: TypeStyle;
  readonly stretches: readonly BoundStretch[];
};
export type BoundPicture = Plain<Of<"picture">, "media"> & { readonly media: BoundMedia };
export type BoundGroup = Plain<Of<"group">>;
export type BoundLayer = BoundShape | BoundText | BoundPicture | BoundGroup;

/** The design with fields put in and house roles made real, for one format. Absent layers are gone. */
export interface Bound {
  readonly format: Format;
  readonly layers: readonly BoundLayer[];
  /** Layers that exist in the design but are absent for these values: others may be tied to them. */
  readonly absent: ReadonlyMap<string, Layer>;
  readonly turnRound: string | undefined;
  readonly leavePace: number;
  readonly minStay: number;
  readonly seed: number;
  /** How long the clip is, in seconds. */
  readonly lengthS: number;
  readonly locale: string;
  readonly cues: ReadonlyMap<string, number>;
  readonly leave: Design["leave"];
  readonly motionBlur: MotionBlur | undefined;
  readonly finish: readonly Finish[];
  readonly issues: readonly Issue[];
}
