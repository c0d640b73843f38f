import type { BoundKey } from "../bind/types";
import type { Fps } from "../document/fps";
import type { Issue } from "../issue";
import type { EaseFunction } from "../motion/ease";
import type { ExpandedMove } from "../motion/expand";
import type { Cycles } from "./cycles";
import type { TimedPlayback } from "./playback";

/** When each part of a text starts and how long it takes, in seconds after the move's own start. */
export interface PartTimes {
  readonly by: "line" | "word" | "letter";
  readonly starts: readonly number[];
  readonly unitS: number;
}

/**
 * A move with its start and end: in seconds from the start of its phase, before squeezing; for what starts on a cue, in
 * seconds of the clip, which no squeeze changes.
 */
export interface TimedMove extends ExpandedMove {
  readonly startS: number;
  readonly endS: number;
  /** Whether it starts on a cue, itself or because what it waits for does. */
  readonly onCue: boolean;
  readonly parts: PartTimes | undefined;
  /** Turns of a move of the stay, in seconds of the clip. */
  readonly cycles?: Cycles | undefined;
}

/** Keys of one property at seconds of the clip, in order. */
export interface TimedKeys {
  readonly property: string;
  readonly times: readonly number[];
  /** The same seconds in the order the keys are written in. */
  readonly asWritten: readonly number[];
  readonly values: readonly BoundKey["value"][];
  readonly eases: readonly EaseFunction[];
  readonly holds: readonly boolean[];
}

export interface TimedMeter {
  readonly property: string;
  readonly from: number;
  readonly to: number;
  readonly startS: number;
  readonly endS: number;
  readonly stepS: number;
}

export interface LayerTimes {
  readonly arrive: readonly TimedMove[];
  readonly stay: readonly TimedMove[];
  /** Own leave; without any, the layer leaves by its arrive mirrored, or with all the others. */
  readonly leave: readonly TimedMove[];
  /** It would have to begin its mirrored leave before its own cue: the cue wins, and it stays. */
  readonly stays: boolean;
  readonly keys: readonly TimedKeys[];
  readonly meter: TimedMeter | undefined;
  readonly timer: { readonly startS: number; readonly endS: number } | undefined;
  readonly playback: TimedPlayback | undefined;
}

/** When everything happens in a clip of one length. */
export interface Timetable {
  readonly lengthS: number;
  readonly fps: Fps;
  readonly frameS: number;
  /** The instant of the last frame, at which meters are full and countdowns at zero. */
  readonly lastS: number;
  /** Length of arrive and leave as designed; multiply by `squeeze` for the clip's own seconds. */
  readonly arriveS: number;
  readonly leaveS: number;
  /** The whole leave as designed, where any layer has one of its own: its moves count from where leaving begins. */
  readonly ownLeaveS: number;
  readonly pace: number;
  /** Seconds in which everything without a leave of its own fades together; 0 when it goes mirrored. */
  readonly togetherS: number;
  /** Seconds from either end until waves have died down. */
  readonly calmS: number;
  /** Whether something never rests, so that every instant is a picture of its own. */
  readonly alwaysLive: boolean;
  /** Stretches in which something moves, in seconds of the clip: in order, apart from each other. */
  readonly active: readonly Stretch[];
  /** Of these the ones that end soon: arriving, leaving, and what comes on cues. */
  readonly phases: readonly Stretch[];
  /** Stretches of the stay in which something loops or plays, in seconds of the clip. */
  readonly loops: readonly Stretch[];
  /** 1, or less when the clip is too short for its phases. */
  readonly squeeze: number;
  readonly layers: ReadonlyMap<string, LayerTimes>;
  readonly issues: readonly Issue[];
}

export type Stretch = readonly [fromS: number, untilS: number];
