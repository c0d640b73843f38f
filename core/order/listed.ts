import { frameToS } from "../document/fps";
import type { TimedOrder } from "./time-order";

/** One clip of an order as it stands in a list for those who edit; whole frames of the order. */
export interface ListedClip {
  readonly name: string;
  /** Name of the file that was made of it; undefined while there is none. */
  readonly file: string | undefined;
  readonly startFrame: number;
  readonly frames: number;
  /** From 1 on. */
  readonly showing: number;
  /** Clips that are on together lie in lanes above one another, from 0 on. */
  readonly lane: number;
}

/** Every clip of every showing, by its start, in as few lanes as keep them apart. */
export function listedClips(
  { parts, periodFrames, times }: TimedOrder,
  named: (part: number) => { readonly name: string; readonly file: string | undefined },
): ListedClip[] {
  const ends: number[] = [];
  return Array.from({ length: times }, (_, i) => i).flatMap((showing) =>
    parts.map(({ startFrame, frames }, part) => {
      const from = startFrame + showing * periodFrames;
      const free = ends.findIndex((end) => end <= from);
      const lane = free < 0 ? ends.length : free;
      ends[lane] = from + frames;
      return { ...named(part), startFrame: from, frames, showing: showing + 1, lane };
    }),
  );
}

/** The lanes, from the lowest up. */
export function lanesOf(clips: readonly ListedClip[]): ListedClip[][] {
  const lanes: ListedClip[][] = [];
  for (const clip of clips) (lanes[clip.lane] ??= []).push(clip);
  return lanes;
}

/** Seconds at which a clip comes and goes. */
export const secondsOf = ({ startFrame, frames }: ListedClip, fps: TimedOrder["fps"]): readonly [number, number] => [
  frameToS(startFrame, fps),
  frameToS(startFrame + frames, fps),
];
