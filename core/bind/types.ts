import type { Format } from "../document/format";
import type { Layer } from "../document/layer";
import type { TypeStyle } from "../document/text";
import type { TextSetting } from "../document/text";
import type { Issue } from "../issue";

/** sRGB, channels 0..255, straight alpha 0..1. */
export interface Rgba {
  readonly r: number;
  readonly g: number;
  readonly b: number;
  readonly a: number;
}

export type BoundFill =
  | { readonly kind: "plain"; readonly colour: Rgba }
  | {
      readonly kind: "linear";
      readonly angle: number;
      readonly stops: readonly { readonly at: number; readonly colour: Rgba }[];
    };

/** What a picture layer shows: paths we paint, or a raster file by hash. */
export type BoundMedia =
  | {
      readonly kind: "drawing";
      readonly width: number;
      readonly height: number;
      readonly shapes: readonly { readonly d: string; readonly colour: Rgba }[];
    }
  | { readonly kind: "raster"; readonly hash: string };

type Of<K extends Layer["kind"]> = Extract<Layer, { kind: K }>;
type Plain<T> = Omit<T, "overrides" | "showIf" | "hidden">;

export type BoundLayer =
  | (Plain<Omit<Of<"rectangle">, "fill">> & { readonly fill: BoundFill })
  | (Plain<Omit<Of<"text">, "fill" | "setting">> & {
      readonly fill: BoundFill;
      readonly setting: Omit<TextSetting, "type">;
      readonly style: TypeStyle;
    })
  | (Plain<Omit<Of<"picture">, "media">> & { readonly media: BoundMedia })
  | Plain<Of<"group">>;

/** The design with fields put in and house roles made real, for one format. Absent layers are gone. */
export interface Bound {
  readonly format: Format;
  readonly layers: readonly BoundLayer[];
  /** Ids of layers that exist in the design but are absent for these values. */
  readonly absent: ReadonlySet<string>;
  readonly turnRound: string | undefined;
  readonly leavePace: number;
  readonly minStay: number;
  readonly seed: number;
  readonly issues: readonly Issue[];
}
