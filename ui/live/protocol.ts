import type { LiveView } from "@/contract/live";
import type { Box } from "@/core/geometry/box";

/** What crosses to the worker that paints a live page. */
export type AirMessage =
  | {
      readonly kind: "begin";
      readonly canvas: OffscreenCanvas;
      /** Where files are fetched. */
      readonly files: string;
    }
  | { readonly kind: "size"; readonly width: number; readonly height: number }
  /** What is on the air, and what must be added to the worker's steady clock for the server's; none clears the page. */
  | {
      readonly kind: "air";
      readonly view: LiveView | undefined;
      readonly offsetMs: number;
      /** When it was sent, by the page's steady clock. */
      readonly sentMs: number;
    };

export type FromAir =
  | { readonly kind: "ready" }
  /** Pictures painted since it was told last, and in how much time, what stood still left out. */
  | {
      readonly kind: "painted";
      readonly pictures: number;
      readonly movingMs: number;
      readonly on: readonly string[];
      /** Where all that is on ever draws, as shares of the format. */
      readonly drawn: Box | undefined;
    };
