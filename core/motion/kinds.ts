import type { Ease, From, MoveKind } from "../document/move";
import type { TrackProperty } from "./track";

/** A key's value: a number, or a number plus a multiple of one of the move's own parameters. */
export type KeyValue =
  number | { readonly plus: number; readonly parameter: "overshoot" | "turn"; readonly times: number };

export interface KindTrack {
  readonly property: TrackProperty;
  readonly keys: readonly { readonly at: number; readonly value: KeyValue; readonly ease?: Ease }[];
}

/**
 * A move kind is only data: how it goes from away (progress 0) to rest (progress 1). A leaving move runs the same
 * tracks from 1 to 0. Adding a kind means one entry here and one member in the document's `Move`.
 */
export interface Kind {
  readonly lengthS: number;
  readonly ease: Ease;
  readonly from: From;
  /** Default distance of its travel; `behind` is as far as it takes to vanish behind the edge. */
  readonly distance: { readonly value: number; readonly of: "own" | "format" | "u" } | "behind";
  readonly overshoot: number;
  readonly turn: number;
  readonly tracks: readonly KindTrack[];
}

const softOut: Ease = { kind: "cubic-bezier", x1: 0.16, y1: 1, x2: 0.3, y2: 1 };
const own = { value: 1, of: "own" } as const;
const appear = (property: TrackProperty): KindTrack => ({
  property,
  keys: [
    { at: 0, value: 0 },
    { at: 1, value: 1 },
  ],
});
const arriveBy = (): KindTrack => ({
  property: "travel",
  keys: [
    { at: 0, value: 1 },
    { at: 1, value: 0 },
  ],
});
const plain = { from: "left", distance: own, overshoot: 0, turn: 0 } as const;

export const kinds: Readonly<Record<MoveKind, Kind>> = {
  fade: { ...plain, lengthS: 0.4, ease: "ease-out", tracks: [appear("opacity")] },
  slide: {
    ...plain,
    lengthS: 0.6,
    ease: softOut,
    tracks: [
      arriveBy(),
      {
        property: "opacity",
        keys: [
          { at: 0, value: 0 },
          { at: 0.35, value: 1, ease: "ease-out" },
        ],
      },
    ],
  },
  rise: { ...plain, from: "bottom", distance: "behind", lengthS: 0.5, ease: softOut, tracks: [arriveBy()] },
  uncover: { ...plain, lengthS: 0.6, ease: softOut, tracks: [appear("uncover")] },
  unroll: { ...plain, lengthS: 0.6, ease: softOut, tracks: [appear("grow")] },
  pop: {
    ...plain,
    lengthS: 0.5,
    ease: softOut,
    overshoot: 0.04,
    tracks: [
      {
        property: "scale",
        keys: [
          { at: 0, value: 0 },
          { at: 0.6, value: { plus: 1, parameter: "overshoot", times: 1 }, ease: "ease-out" },
          { at: 1, value: 1, ease: "ease-in-out" },
        ],
      },
      {
        property: "turn",
        keys: [
          { at: 0, value: { plus: 0, parameter: "turn", times: -1 } },
          { at: 1, value: 0 },
        ],
      },
    ],
  },
};
