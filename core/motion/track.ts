import type { Ease } from "../document/ease";
import { prepareEase, type EaseFunction } from "./ease";

/**
 * What a move changes, in relative units:
 * `opacity`, `scale`, `uncover`, `grow`, `draw`, `level` are shares (1 is at rest; opacity and scale multiply);
 * `travel` is in multiples of the move's distance, against its direction, `strew` in multiples of its strength in a
 * direction of each part's own (0 is at rest);
 * `turn` is in degrees, `blur` in u, `glow` and `glitch` are strengths (0 is at rest);
 * `gleam` is where a band of light stands, with `gleam-strength`.
 */
export type TrackProperty =
  | "opacity"
  | "scale"
  | "travel"
  | "turn"
  | "uncover"
  | "grow"
  | "draw"
  | "level"
  | "blur"
  | "glow"
  | "strew"
  | "gleam"
  | "gleam-strength"
  | "glitch";

export interface Key {
  readonly at: number;
  readonly value: number;
  /** How the stretch that ends here runs; the move's own ease unless said. */
  readonly ease?: Ease;
}

export interface Track {
  readonly property: TrackProperty;
  readonly keys: readonly Key[];
}

export interface PreparedTrack {
  readonly property: TrackProperty;
  readonly valueAt: (progress: number) => number;
}

/** Sorts and checks a track once, so that it can be sampled at any progress; holds before its first and after its last key. */
export function prepareTrack(track: Track, ease: Ease): PreparedTrack {
  const keys = [...track.keys].sort((a, b) => a.at - b.at);
  const eases: EaseFunction[] = keys.map((key) => prepareEase(key.ease ?? ease));
  const last = keys[keys.length - 1];
  if (!last) throw new Error("a track needs a key");
  const valueAt = (progress: number): number => {
    const next = keys.findIndex((key) => key.at > progress);
    if (next === -1) return last.value;
    if (next === 0) return keys[0]!.value;
    const from = keys[next - 1]!;
    const to = keys[next]!;
    const share = eases[next]!((progress - from.at) / (to.at - from.at));
    return from.value * (1 - share) + to.value * share;
  };
  return { property: track.property, valueAt };
}
