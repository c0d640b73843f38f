import type { CheckScope } from "@/core/checks/define";
import type { Fps } from "@/core/document/fps";
import type { Values } from "@/core/document/values";
import type { Format } from "@/core/document/format";
import type { Box } from "@/core/geometry/box";
import type { Issue } from "@/core/issue";
import type { OrderIssue } from "@/core/order/issues";
import type { OrderRequest } from "@/core/order/prepare";
import type { TimedOrder } from "@/core/order/time-order";
import type { RestBox } from "@/core/sample/rest";
import type { SceneRequest } from "@/core/scene";

/** What is to be painted, and how. */
export interface PaintWish {
  readonly timeS: number;
  /** Each with the scale it is shown at: 1 is one pixel of the format for one of the screen. */
  readonly formats: readonly { readonly id: string; readonly scale: number }[];
  /** Paint in the size that is shown, for speed, where the exact pixels of a file need not be seen. */
  readonly light: boolean;
  /** Paint even what has not changed since the last time. */
  readonly afresh: boolean;
}

/** What crosses to the painting worker and back; only cloneable data, bitmaps are transferred. */
export type ToWorker =
  | {
      readonly kind: "prepare";
      readonly call: number;
      readonly stage: string;
      readonly request: Omit<SceneRequest, "format">;
      readonly formats: readonly string[];
      readonly fps: Fps;
      /** The other formats of the stage stay as they are. */
      readonly partly?: boolean;
      /** Paint at once what was prepared: one way to the worker and back instead of two. */
      readonly then?: PaintWish | undefined;
    }
  | {
      readonly kind: "prepare-order";
      readonly call: number;
      readonly stage: string;
      readonly request: Omit<OrderRequest, "format" | "fps">;
      readonly formats: readonly string[];
      readonly fps: Fps;
    }
  | (PaintWish & { readonly kind: "paint"; readonly call: number; readonly stage: string })
  | {
      readonly kind: "pixels";
      readonly call: number;
      readonly stage: string;
      readonly format: string;
      readonly timeS: number;
    }
  /** What is found about each format that needs painting: contrast, soft pictures. */
  | { readonly kind: "check"; readonly call: number; readonly stage: string; readonly scope: CheckScope }
  /** What would be found about other values, without showing them. */
  | {
      readonly kind: "look";
      readonly call: number;
      readonly stage: string;
      readonly request: Omit<SceneRequest, "format">;
      readonly formats: readonly string[];
    }
  /** Small pictures of many fill-ins at one instant, each in one format. */
  | {
      readonly kind: "thumbs";
      readonly call: number;
      readonly stage: string;
      /** What is filled in, by its name; sent once, since it is large. */
      readonly desks?: Readonly<Record<string, ThumbDesk>>;
      readonly items: readonly ThumbWish[];
      /** Undefined for the instant that each design shows best at. */
      readonly timeS: number | undefined;
    }
  /** How much of the picture differs between two fill-ins, at some instants. */
  | {
      readonly kind: "differ";
      readonly call: number;
      readonly stage: string;
      readonly sides: readonly [Side, Side];
      readonly heightPx: number;
      /** Undefined for the instant that the second shows best at. */
      readonly timesS: readonly (number | undefined)[];
    }
  | { readonly kind: "drop"; readonly call: number; readonly stage: string };

/** A fill-in in one format. */
export interface Side {
  readonly request: Omit<SceneRequest, "format">;
  readonly format: string;
}

/** One small picture. What is asked for under the same key is the same: it is prepared once. */
export interface ThumbWish {
  readonly key: string;
  /** Which of the things that are filled in. */
  readonly desk: string;
  readonly values: Values;
  readonly format: string;
  readonly heightPx: number;
  /** The graphic itself, as large as it goes, instead of the whole frame. */
  readonly close: boolean;
}

export type ThumbDesk = Pick<SceneRequest, "design" | "house">;

export interface Thumb {
  readonly key: string;
  /** Undefined where the design can't be shown with these values. */
  readonly bitmap: ImageBitmap | undefined;
  readonly lengthS: number;
  /** “failed” where something else went wrong than with its design or values. */
  readonly fault: Issue | "failed" | undefined;
}

export interface Thumbs {
  readonly kind: "thumbs";
  readonly thumbs: readonly Thumb[];
  /** A worker that has just been started has nothing to fill in yet. */
  readonly unknown: boolean;
}

/** When a move runs, in seconds of its phase as designed; one of the stay in seconds of the clip, to its last turn. */
export interface MoveBar {
  readonly layer: string;
  readonly move: string;
  readonly phase: "arrive" | "stay" | "leave";
  readonly startS: number;
  readonly endS: number;
  /** Of a loop that ends: how often it turns. */
  readonly turns?: number;
  /** It starts on a cue: then its seconds are those of the clip. */
  readonly onCue: boolean;
}

/** A hand-set key, in seconds of the clip. `track` and `key` are its places in the layer's list. */
export interface KeyTick {
  readonly layer: string;
  readonly track: number;
  readonly key: number;
  readonly timeS: number;
  readonly hold: boolean;
}

/** A stage that can be painted, in one format. */
export interface PreparedFormat {
  readonly format: Format;
  readonly lengthS: number;
  readonly arriveS: number;
  readonly leaveS: number;
  /** The whole leave as designed, where any layer has one of its own; 0 otherwise. */
  readonly ownLeaveS: number;
  /** Seconds of the clip for one as designed: below 1 in a clip too short for its phases. */
  readonly squeeze: number;
  readonly posterS: number;
  readonly issues: readonly Issue[];
  /** Whether right-to-left text has turned the design round. */
  readonly turnedRound: boolean;
  readonly boxes: readonly RestBox[];
  /** When every move runs, in seconds of its phase. */
  readonly bars: readonly MoveBar[];
  /** When every hand-set key stands. */
  readonly ticks: readonly KeyTick[];
  /** When every cue comes, as it is filled in. */
  readonly cues: readonly { readonly id: string; readonly timeS: number }[];
  /** Of a running order: where its parts are. */
  readonly order?: PlacedParts;
}

/** The places of an order's parts, in whole frames. */
export interface PlacedParts extends Omit<TimedOrder, "parts" | "issues"> {
  readonly parts: readonly { readonly id: string; readonly startFrame: number; readonly frames: number }[];
  readonly issues: readonly OrderIssue[];
}

export type Prepared =
  | {
      readonly kind: "prepared";
      readonly formats: readonly PreparedFormat[];
      /** What was to be painted at once. */
      readonly frames?: readonly PaintedFrame[];
    }
  | { readonly kind: "fault"; readonly issue: Issue };

export interface PaintedFrame {
  readonly format: string;
  readonly bitmap: ImageBitmap;
  /** Where the bitmap lies in the format, in pixels. */
  readonly bounds: Box;
}

export interface Painted {
  readonly kind: "painted";
  readonly frames: readonly PaintedFrame[];
}

export interface Pixels {
  readonly kind: "pixels";
  readonly bounds: Box;
  readonly rgba: ArrayBuffer;
}

export interface Checked {
  readonly kind: "checked";
  readonly formats: readonly { readonly format: string; readonly issues: readonly Issue[] }[];
}

export interface Differing {
  readonly kind: "differing";
  /** Of all pixels the share that differs, where most do; 1 where one side can’t be shown. */
  readonly share: number;
}

export type Answer = Differing | Prepared | Painted | Pixels | Checked | Thumbs | { readonly kind: "dropped" };

export type FromWorker =
  | { readonly kind: "ready" }
  | { readonly kind: "answer"; readonly call: number; readonly answer: Answer }
  | { readonly kind: "failed"; readonly call: number; readonly message: string };
