import type { ExpandedMove } from "../motion/expand";

/** Whole turns of a loop, in seconds of the clip. */
export interface Cycles {
  readonly count: number;
  readonly cycleS: number;
  readonly pauseS: number;
  readonly fromS: number;
  readonly untilS: number;
}

/**
 * How often a loop turns between two instants. A loop that fills takes as many whole turns as go in and spreads what
 * is left over its pauses; one with a count keeps its pauses. A move without a loop turns once.
 */
export function cyclesIn(move: Pick<ExpandedMove, "lengthS" | "loop">, fromS: number, untilS: number): Cycles {
  const room = Math.max(0, untilS - fromS);
  const cycleS = move.lengthS;
  const pauseS = move.loop?.pause ?? 0;
  const fitting = Math.max(0, Math.floor((room + pauseS) / (cycleS + pauseS) + 1e-9));
  const wanted = move.loop ? (move.loop.count ?? fitting) : 1;
  const count = Math.min(fitting, wanted);
  const fills = move.loop !== undefined && move.loop.count === undefined;
  const pause = fills && count > 1 ? (room - count * cycleS) / (count - 1) : pauseS;
  return { count, cycleS, pauseS: pause, fromS, untilS: fromS + count * cycleS + Math.max(0, count - 1) * pause };
}

/** Progress of the turn that is on at an instant; 1, which is at rest, between turns and outside them. */
export function cycleProgress({ count, cycleS, pauseS, fromS }: Cycles, timeS: number): number {
  const passed = timeS - fromS;
  if (passed < 0 || count === 0) return 1;
  const turn = Math.floor(passed / (cycleS + pauseS));
  if (turn >= count) return 1;
  return Math.min(1, (passed - turn * (cycleS + pauseS)) / cycleS);
}
