import { cycleProgress } from "./cycles";
import type { LayerTimes, Stretch, TimedMove, Timetable } from "./types";

/** A move and how far it is: 0 is away, 1 is at rest; for a text in parts, how far each part is. */
export interface MoveProgress {
  readonly move: TimedMove;
  readonly progress: number;
  readonly parts?: readonly number[];
}

/** Whether anything may move at this instant; if not, the picture is that of the whole rest it lies in. */
export const isMoving = (table: Timetable, timeS: number): boolean => restAt(table, timeS) === undefined;

/** Whether an instant lies in one of these stretches, which are in order and apart; their ends are outside. */
export const isWithin = (stretches: readonly Stretch[], timeS: number): boolean =>
  gapAt(stretches, timeS) === undefined;

/** The number of the rest that an instant lies in, between two stretches that move; undefined while something moves. */
export const restAt = ({ active }: Timetable, timeS: number): number | undefined => gapAt(active, timeS);

function gapAt(stretches: readonly Stretch[], timeS: number): number | undefined {
  let [low, high] = [0, stretches.length];
  while (low < high) {
    const middle = (low + high) >> 1;
    if (stretches[middle]![1] <= timeS) low = middle + 1;
    else high = middle;
  }
  const next = stretches[low];
  return next && timeS > next[0] ? undefined : low;
}

/** Seconds from the nearer end of the clip as arriving counts them, so that what lives by it is mirrored too. */
export function localTime(table: Timetable, timeS: number): number {
  return Math.min(timeS, (table.lengthS - timeS) / table.pace) / table.squeeze;
}

/** Opacity of a layer without a leave of its own, where all such layers fade together. */
export function togetherOpacity(table: Timetable, times: LayerTimes, timeS: number): number {
  if (table.togetherS === 0 || times.leave.length > 0 || times.stays) return 1;
  return Math.min(1, Math.max(0, (table.lengthS - timeS) / (table.togetherS * table.squeeze)));
}

/** When a layer begins to leave, in seconds of the clip; the clip's length where it never does. */
export function leaveStartS(
  { lengthS, squeeze, ownLeaveS, pace, togetherS }: Omit<Timetable, "active" | "phases" | "issues">,
  { arrive, leave, stays }: LayerTimes,
): number {
  if (leave.length > 0) {
    return Math.min(...leave.map(({ startS, onCue }) => (onCue ? startS : lengthS - (ownLeaveS - startS) * squeeze)));
  }
  if (arrive.length === 0 || stays) return lengthS;
  if (togetherS > 0) return lengthS - togetherS * squeeze;
  return lengthS - pace * Math.max(...arrive.map(({ endS, onCue }) => endS * (onCue ? 1 : squeeze)));
}

/**
 * The moves of a layer that act on it at this instant of the clip, or as far as they were `lagS` seconds of their
 * phase before.
 */
export function movesAt(table: Timetable, times: LayerTimes, timeS: number, lagS = 0): MoveProgress[] {
  const { lengthS, squeeze, pace } = table;
  const acting: MoveProgress[] = [];
  const mirrors = times.leave.length === 0 && table.togetherS === 0 && !times.stays;
  const backS = mirrors ? (lengthS - timeS) / pace : Infinity;
  for (const move of times.arrive) {
    // Of arriving and its mirror the nearer end counts; they meet only where a cue comes late.
    const scale = move.onCue ? 1 : squeeze;
    act(acting, move, Math.min(timeS, backS) / scale - lagS - move.startS, false);
  }
  for (const move of times.stay) {
    const progress = cycleProgress(move.cycles!, timeS - lagS);
    if (progress < 1) act(acting, move, progress * (move.endS - move.startS), false);
  }
  const goneS = table.ownLeaveS - (lengthS - timeS) / squeeze;
  for (const move of times.leave) {
    const passedS = (move.onCue ? timeS : goneS) - lagS - move.startS;
    if (move.onCue ? passedS > 0 : goneS > 0) act(acting, move, passedS, true);
  }
  return acting;
}

/** How far something is that takes so long. */
function passed(passedS: number, lengthS: number, leaving: boolean): number {
  const forwards = Math.min(1, Math.max(0, passedS / lengthS));
  return leaving ? 1 - forwards : forwards;
}

/** Notes a move at `passedS` seconds after its start, unless it is at rest; a leave runs from rest to away. */
function act(acting: MoveProgress[], move: TimedMove, passedS: number, leaving: boolean): void {
  if (!move.parts) {
    const progress = passed(passedS, move.endS - move.startS, leaving);
    if (progress < 1) acting.push({ move, progress });
    return;
  }
  const { starts, unitS } = move.parts;
  const parts = starts.map((startS) => passed(passedS - startS, unitS, leaving));
  const progress = Math.min(...parts);
  if (progress < 1) acting.push({ move, progress, parts });
}

/** How a wave stands at an instant: seconds of travel at its full speed, and how much of its height is left, 0 to 1. */
export function waveAt(table: Timetable, calm: number, timeS: number, lagS: number): { travelS: number; left: number } {
  // One that never calms is no part of arriving: it travels on by the clip's own time.
  if (calm === 0) return { travelS: timeS - lagS, left: 1 };
  const travel = (localS: number) => (calm / 3) * (1 - Math.max(0, 1 - localS / calm) ** 3);
  const localS = Math.max(0, localTime(table, timeS) - lagS);
  const middleS = table.lengthS / (1 + table.pace);
  const left = Math.max(0, 1 - localS / calm);
  // Not calm in the middle of the clip, it travels on instead of turning back.
  const turns = timeS > middleS && calm > middleS / table.squeeze;
  return { travelS: turns ? 2 * travel(middleS / table.squeeze) - travel(localS) : travel(localS), left };
}
