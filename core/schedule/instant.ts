import type { LayerTimes, TimedMove, Timetable } from "./timetable";

/** A move and how far it is: 0 is away, 1 is at rest. */
export interface MoveProgress {
  readonly move: TimedMove;
  readonly progress: number;
}

/** Whether anything moves at this instant; if not, the picture is the one at rest. */
export function isMoving(table: Timetable, timeS: number): boolean {
  if (table.alwaysLive || localTime(table, timeS) < table.calmS) return true;
  return timeS < table.arriveS * table.squeeze || timeS > table.lengthS - table.leaveS * table.squeeze;
}

/** Seconds from the nearer end of the clip as arriving counts them, so that what lives by it is mirrored too. */
export function localTime(table: Timetable, timeS: number): number {
  return Math.min(timeS, (table.lengthS - timeS) / table.pace) / table.squeeze;
}

/**
 * The moves of a layer that act on it at this instant of the clip, or as far as they were `lagS` seconds of their
 * phase before.
 */
export function movesAt(table: Timetable, times: LayerTimes, timeS: number, lagS = 0): MoveProgress[] {
  const acting: MoveProgress[] = [];
  const arriveS = arriveTime(table, times, timeS);
  if (arriveS !== undefined) {
    for (const move of times.arrive) {
      const progress = share(arriveS - lagS, move);
      if (progress < 1) acting.push({ move, progress });
    }
  }
  const leftS = (table.lengthS - timeS) / table.squeeze;
  if (leftS < table.ownLeaveS) {
    for (const move of times.leave) {
      const progress = 1 - share(table.ownLeaveS - leftS - lagS, move);
      if (progress < 1) acting.push({ move, progress });
    }
  }
  return acting;
}

/** Seconds into arrive that this instant shows, forwards or mirrored; undefined while at rest. */
function arriveTime(table: Timetable, times: LayerTimes, timeS: number): number | undefined {
  const forwards = timeS / table.squeeze;
  if (forwards < table.arriveS) return forwards;
  if (times.leave.length > 0) return undefined;
  const backwards = (table.lengthS - timeS) / (table.squeeze * table.pace);
  return backwards < table.arriveS ? backwards : undefined;
}

function share(timeS: number, move: TimedMove): number {
  return Math.min(1, Math.max(0, (timeS - move.startS) / (move.endS - move.startS)));
}
