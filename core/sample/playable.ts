import type { Format } from "../document/format";
import type { Still } from "../layout/types";
import { isWithin, restAt } from "../schedule/instant";
import type { Timetable } from "../schedule/types";
import { opsAt, sample } from "./picture";
import type { Picture } from "./types";
import { timedWords, type TimedWords } from "./words";

/**
 * Anything that shows one picture at each instant: a filled-in design is one. Planning, painting, encoding, proof and
 * preview know nothing else of what they play.
 */
export interface Playable {
  readonly format: Format;
  readonly lengthS: number;
  /** Content hashes of the pictures it shows; the host loads them before painting. */
  readonly pictures: readonly string[];
  /** Whether it shows videos too: then the host loads what each instant needs, by `rastersOf`. */
  readonly showsVideo: boolean;
  /** Second from which on everything comes again as it was; undefined where nothing does. */
  readonly againS?: number | undefined;
  /** Seconds that tell most of it, in order: a proof looks at them. */
  readonly tellingS: readonly number[];
  /** The instant of its poster, in seconds. */
  readonly posterS: number;
  /** What it says, and when. */
  words(): TimedWords[];
  /** The picture of an instant in seconds, with the key of all that its pixels depend on. */
  sample(timeS: number): Picture;
  /** What is painted at an instant, without the key. */
  opsAt(timeS: number): Picture["ops"];
  /** The number of the rest that an instant lies in, which shows one picture; undefined while something moves. */
  restAt(timeS: number): number | undefined;
  /** Whether an instant lies where things come and go, so that it must be looked at frame by frame. */
  isPassing(timeS: number): boolean;
}

/** A laid-out design with its timetable, to be played. */
export function playableOf(
  still: Still,
  table: Timetable,
  { pictures, showsVideo, posterS }: Pick<Playable, "pictures" | "showsVideo" | "posterS">,
): Playable {
  const { lengthS, squeeze } = table;
  const [arriveS, leaveS] = [table.arriveS * squeeze, table.leaveS * squeeze];
  return {
    format: still.format,
    lengthS,
    pictures,
    showsVideo,
    posterS,
    words: () => timedWords(still, table),
    // While it arrives, settled, in the middle, while it leaves, and the last.
    tellingS: [arriveS * 0.5, arriveS, lengthS / 2, lengthS - leaveS * 0.5, lengthS],
    sample: (timeS) => sample(still, table, timeS),
    opsAt: (timeS) => opsAt(still, table, timeS),
    restAt: (timeS) => restAt(table, timeS),
    isPassing: (timeS) => isWithin(table.phases, timeS),
  };
}
