import { cycleProgress } from "./cycles";
import type { LayerTimes, TimedMove, Timetable } from "./timetable";

/** A move and how far it is: 0 is away, 1 is at rest; for a text in parts, how far each part is. */
export interface MoveProgress {
  readonly move: TimedMove;
  readonly progress: number;
  readonly parts?: readonly number[];
}

/** Whether anything moves at this instant; if not, the picture is the one at rest. */
export function isMoving(table: Timetable, timeS: number): boolean {
  if (table.alwaysLive || localTime(table, timeS) < table.calmS) return true;
  if (table.loops.some(([from, until]) => timeS > from && timeS < until)) return true;
  return timeS < table.arriveS * table.squeeze || timeS > table.lengthS - table.leaveS * table.squeeze;
}

/** Seconds from the nearer end of the clip as arriving counts them, so that what lives by it is mirrored too. */
export function localTime(table: Timetable, timeS: number): number {
  return Math.min(timeS, (table.lengthS - timeS) / table.pace) / table.squeeze;
}

/** Opacity of a layer without a leave of its own, where all such layers fade together. */
export function togetherOpacity(table: Timetable, times: LayerTimes, timeS: number): number {
  if (table.togetherS === 0 || times.leave.length > 0) return 1;
  return Math.min(1, Math.max(0, (table.lengthS - timeS) / (table.togetherS * table.squeeze)));
}

/**
 * The moves of a layer that act on it at this instant of the clip, or as far as they were `lagS` seconds of their
 * phase before.
 */
export function movesAt(table: Timetable, times: LayerTimes, timeS: number, lagS = 0): MoveProgress[] {
  const acting: MoveProgress[] = [];
  const arriveS = arriveTime(table, times, timeS);
  if (arriveS !== undefined) {
    for (const move of times.arrive) act(acting, move, arriveS - lagS - move.startS, false);
  }
  for (const move of times.stay) {
    const progress = cycleProgress(move.cycles!, timeS - lagS);
    if (progress < 1) act(acting, move, progress * (move.endS - move.startS), false);
  }
  const leftS = (table.lengthS - timeS) / table.squeeze;
  if (leftS < table.ownLeaveS) {
    for (const move of times.leave) act(acting, move, table.ownLeaveS - leftS - lagS - move.startS, true);
  }
  return acting;
}

/** Notes a move at `passedS` seconds after its start, unless it is at rest; a leave runs from rest to away. */
function act(acting: MoveProgress[], move: TimedMove, passedS: number, leaving: boolean): void {
  const share = (startS: number, lengthS: number): number => {
    const forwards = Math.min(1, Math.max(0, (passedS - startS) / lengthS));
    return leaving ? 1 - forwards : forwards;
  };
  if (!move.parts) {
    const progress = share(0, move.endS - move.startS);
    if (progress < 1) acting.push({ move, progress });
    return;
  }
  const { starts, unitS } = move.parts;
  const parts = starts.map((startS) => share(startS, unitS));
  const progress = Math.min(...parts);
  if (progress < 1) acting.push({ move, progress, parts });
}

/** Seconds into arrive that this instant shows, forwards or mirrored; undefined while at rest. */
function arriveTime(table: Timetable, times: LayerTimes, timeS: number): number | undefined {
  const forwards = timeS / table.squeeze;
  if (forwards < table.arriveS) return forwards;
  if (times.leave.length > 0 || table.togetherS > 0) return undefined;
  const backwards = (table.lengthS - timeS) / (table.squeeze * table.pace);
  return backwards < table.arriveS ? backwards : undefined;
}
