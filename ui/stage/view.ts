import type { Issue } from "@/core/issue";
import type { OrderRequest } from "@/core/order/prepare";
import type { SceneRequest } from "@/core/scene";
import type { PreparedFormat } from "./protocol";

/* What a stage shows, and what is to be known of how it plays. */

export type StageState =
  | { readonly kind: "loading" }
  | { readonly kind: "ready"; readonly formats: readonly PreparedFormat[] }
  | { readonly kind: "fault"; readonly issue: Issue }
  | { readonly kind: "failed"; readonly message: string };

export interface PlayerView {
  readonly stage: StageState;
  readonly playing: boolean;
  readonly timeS: number;
  readonly lengthS: number;
  /** Seconds of the clip for one on the clock. */
  readonly rate: number;
  /** The stretch that is played again and again, in seconds of the clip; the whole clip unless given. */
  readonly within: Stretch | undefined;
  /** A layer that something is said about, in the formats that it is about. */
  readonly pointed: Pointed | undefined;
}

export interface Pointed {
  readonly layer?: string | undefined;
  readonly formats: readonly string[];
}

export interface Stretch {
  readonly fromS: number;
  readonly toS: number;
}

/** A sound that is heard while a stage plays, and then keeps its time. */
export interface SoundUnder {
  start(timeS: number, rate: number): void;
  stop(): void;
  /** The instant of the clip that is heard now; undefined while nothing is. */
  timeS(): number | undefined;
}

export interface StageScene {
  readonly request: Omit<SceneRequest, "format">;
  readonly formats: readonly string[];
}

/** A running order instead of one filled-in design. */
export interface StageOrder {
  readonly order: Omit<OrderRequest, "format" | "fps">;
  readonly formats: readonly string[];
}
