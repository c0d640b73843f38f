import type { CheckScope } from "@/core/checks/define";
import type { Fps } from "@/core/document/fps";
import type { Format } from "@/core/document/format";
import type { Box } from "@/core/geometry/box";
import type { Issue } from "@/core/issue";
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
  | { readonly kind: "drop"; readonly call: number; readonly stage: string };

export interface MoveBar {
  readonly layer: string;
  readonly move: string;
  readonly phase: "arrive" | "stay" | "leave";
  readonly startS: number;
  readonly endS: number;
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

export type Answer = Prepared | Painted | Pixels | Checked | { readonly kind: "dropped" };

export type FromWorker =
  | { readonly kind: "ready" }
  | { readonly kind: "answer"; readonly call: number; readonly answer: Answer }
  | { readonly kind: "failed"; readonly call: number; readonly message: string };
