import type { Ease } from "../document/ease";
import type { From, Move, MoveKind, Split } from "../document/move";
import type { TrackProperty } from "./track";

/** A key's value: a number, or a number plus a multiple of one of the move's own parameters. */
export type KeyValue =
  number | { readonly plus: number; readonly parameter: "overshoot" | "turn" | "strength"; readonly times: number };

export interface KindTrack {
  readonly property: TrackProperty;
  readonly keys: readonly { readonly at: number; readonly value: KeyValue; readonly ease?: Ease }[];
}

/**
 * A move kind is only data: how it goes from away (progress 0) to rest (progress 1). A leaving move runs the same
 * tracks from 1 to 0. Adding a kind means one entry here and one line in the document's `moveKinds`.
 */
export interface Kind {
  readonly lengthS: number;
  readonly ease: Ease;
  readonly from: From;
  /** Default distance of its travel; `behind` is as far as it takes to vanish behind the edge. */
  readonly distance: { readonly value: number; readonly of: "own" | "format" | "u" } | "behind";
  readonly overshoot: number;
  readonly turn: number;
  readonly strength: number;
  readonly soft: number;
  readonly pivot?: Move["pivot"];
  /** Kinds that only make sense part by part bring their own split. */
  readonly split?: Split;
  readonly tracks: readonly KindTrack[];
}

const softOut: Ease = { kind: "cubic-bezier", x1: 0.16, y1: 1, x2: 0.3, y2: 1 };
const gentle: Ease = { kind: "cubic-bezier", x1: 0.37, y1: 0, x2: 0.63, y2: 1 };
const own = { value: 1, of: "own" } as const;
type Keys = KindTrack["keys"];

const track = (property: TrackProperty, ...keys: Keys): KindTrack => ({ property, keys });
const appear = (property: TrackProperty): KindTrack => track(property, { at: 0, value: 0 }, { at: 1, value: 1 });
const soonSeen = (until: number): KindTrack =>
  track("opacity", { at: 0, value: 0 }, { at: until, value: 1, ease: "ease-out" });
const comeHome = (): KindTrack => track("travel", { at: 0, value: 1 }, { at: 1, value: 0 });
const from = (parameter: "overshoot" | "turn" | "strength", times: number, plus = 0): KeyValue => ({
  plus,
  parameter,
  times,
});

const plain = {
  from: "left",
  distance: own,
  overshoot: 0,
  turn: 0,
  strength: 1,
  soft: 0,
} as const;

export const kinds: Readonly<Record<MoveKind, Kind>> = {
  fade: { ...plain, lengthS: 0.4, ease: "ease-out", tracks: [appear("opacity")] },
  slide: { ...plain, lengthS: 0.6, ease: softOut, tracks: [comeHome(), soonSeen(0.35)] },
  push: { ...plain, lengthS: 0.7, ease: softOut, tracks: [comeHome()] },
  rise: { ...plain, from: "bottom", distance: "behind", lengthS: 0.5, ease: softOut, tracks: [comeHome()] },
  uncover: { ...plain, lengthS: 0.6, ease: softOut, tracks: [appear("uncover")] },
  unroll: { ...plain, lengthS: 0.6, ease: softOut, tracks: [appear("grow")] },
  grow: { ...plain, lengthS: 0.55, ease: softOut, tracks: [appear("scale"), soonSeen(0.2)] },
  pop: {
    ...plain,
    lengthS: 0.5,
    ease: softOut,
    overshoot: 0.04,
    tracks: [
      track(
        "scale",
        { at: 0, value: 0 },
        { at: 0.6, value: from("overshoot", 1, 1), ease: "ease-out" },
        { at: 1, value: 1, ease: "ease-in-out" },
      ),
      track("turn", { at: 0, value: from("turn", -1) }, { at: 1, value: 0 }),
    ],
  },
  "spin-in": {
    ...plain,
    lengthS: 0.7,
    ease: softOut,
    turn: 180,
    tracks: [
      track("turn", { at: 0, value: from("turn", -1) }, { at: 1, value: 0 }),
      track("scale", { at: 0, value: 0.35 }, { at: 1, value: 1 }),
      soonSeen(0.3),
    ],
  },
  drop: {
    ...plain,
    from: "top",
    distance: { value: 2.2, of: "own" },
    lengthS: 0.9,
    ease: "linear",
    tracks: [
      track(
        "travel",
        { at: 0, value: 1 },
        { at: 0.42, value: 0, ease: "ease-in" },
        { at: 0.58, value: 0.12, ease: "ease-out" },
        { at: 0.74, value: 0, ease: "ease-in" },
        { at: 0.84, value: 0.03, ease: "ease-out" },
        { at: 0.94, value: 0, ease: "ease-in" },
      ),
      soonSeen(0.16),
    ],
  },
  "blur-in": {
    ...plain,
    lengthS: 0.6,
    ease: softOut,
    strength: 2.4,
    tracks: [track("blur", { at: 0, value: from("strength", 1) }, { at: 1, value: 0 }), soonSeen(0.6)],
  },
  "type-on": {
    ...plain,
    lengthS: 1,
    ease: "linear",
    split: { by: "letter", order: "forward", overlap: 0 },
    tracks: [
      track("opacity", { at: 0, value: 0 }, { at: 0.01, value: 1, ease: { kind: "steps", count: 1, jump: "start" } }),
    ],
  },
  strew: {
    ...plain,
    lengthS: 0.9,
    ease: softOut,
    strength: 7,
    turn: 70,
    split: { by: "letter", order: "random", overlap: 0.75 },
    tracks: [track("strew", { at: 0, value: 1 }, { at: 1, value: 0 }), soonSeen(0.5)],
  },
  "draw-on": { ...plain, lengthS: 0.8, ease: gentle, tracks: [appear("draw")] },
  swing: {
    ...plain,
    lengthS: 1.1,
    ease: gentle,
    turn: 38,
    pivot: { x: 0.5, y: 0 },
    tracks: [
      track(
        "turn",
        { at: 0, value: from("turn", -1) },
        { at: 0.3, value: from("turn", 0.42) },
        { at: 0.55, value: from("turn", -0.2) },
        { at: 0.78, value: from("turn", 0.08) },
        { at: 1, value: 0 },
      ),
      soonSeen(0.15),
    ],
  },
  "level-rise": { ...plain, lengthS: 0.9, ease: softOut, tracks: [appear("level")] },
  swell: {
    ...plain,
    lengthS: 1.6,
    ease: gentle,
    tracks: [track("glow", { at: 0, value: 0 }, { at: 0.5, value: from("strength", 1) }, { at: 1, value: 0 })],
  },
  breathe: {
    ...plain,
    lengthS: 3.2,
    ease: gentle,
    strength: 0.015,
    tracks: [track("scale", { at: 0, value: 1 }, { at: 0.5, value: from("strength", 1, 1) }, { at: 1, value: 1 })],
  },
  sway: {
    ...plain,
    lengthS: 3.6,
    ease: gentle,
    turn: 1.5,
    pivot: { x: 0.5, y: 1 },
    tracks: [
      track(
        "turn",
        { at: 0, value: 0 },
        { at: 0.25, value: from("turn", 1), ease: "ease-out" },
        { at: 0.75, value: from("turn", -1) },
        { at: 1, value: 0, ease: "ease-in" },
      ),
    ],
  },
  bob: {
    ...plain,
    from: "bottom",
    distance: { value: 0.6, of: "u" },
    lengthS: 2.4,
    ease: gentle,
    tracks: [track("travel", { at: 0, value: 0 }, { at: 0.5, value: -1 }, { at: 1, value: 0 })],
  },
  gleam: {
    ...plain,
    lengthS: 1.1,
    ease: gentle,
    strength: 0.55,
    tracks: [
      track("gleam", { at: 0, value: 0 }, { at: 1, value: 1 }),
      track("gleam-strength", { at: 0, value: from("strength", 1) }, { at: 1, value: from("strength", 1) }),
    ],
  },
  glitch: {
    ...plain,
    lengthS: 0.5,
    ease: "linear",
    tracks: [
      track(
        "glitch",
        { at: 0, value: from("strength", 1), ease: "linear" },
        { at: 0.45, value: from("strength", 0.35) },
        { at: 0.7, value: from("strength", 0.8) },
        { at: 1, value: 0 },
      ),
    ],
  },
  flicker: {
    ...plain,
    lengthS: 0.6,
    ease: { kind: "steps", count: 1, jump: "start" },
    strength: 0.7,
    tracks: [
      track(
        "opacity",
        { at: 0, value: 1 },
        { at: 0.18, value: from("strength", -1, 1) },
        { at: 0.3, value: 1 },
        { at: 0.55, value: from("strength", -0.7, 1) },
        { at: 0.62, value: 1 },
        { at: 0.8, value: from("strength", -0.4, 1) },
        { at: 1, value: 1 },
      ),
    ],
  },
};
