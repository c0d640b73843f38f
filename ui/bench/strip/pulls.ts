import type { Design } from "@/core/document/design";
import type { Move } from "@/core/document/move";
import { allMoves, setLength, shiftMoves, stagger } from "@/core/edit/moves";
import type { MoveBar } from "@/ui/stage/protocol";
import type { Papers } from "./papers";

/** What of a bar is pulled: all of it, an end, or the knob that makes it wait for another. */
export type Part = "whole" | "from" | "to" | "tie";

/** A pull that goes on. */
export interface Pull {
  readonly part: Part;
  /** Where it began, in pixels of the window. */
  readonly x: number;
  readonly y: number;
  readonly name: string;
  readonly papers: Papers;
  readonly laneWidth: number;
  /** Start and length of every chosen move when the pull began, in seconds of the phase. */
  readonly times: Times;
  /** Whether what is pulled before the leave begins makes it begin earlier. */
  readonly grows: boolean;
  readonly document: Design;
  moved: boolean;
}

export type Times = ReadonlyMap<string, { readonly startS: number; readonly lengthS: number }>;

/** When moves run, of those that have a bar, in seconds of their phase; of a clip whose stay begins at `stayS`. */
export function timesOf(ids: readonly string[], bars: readonly MoveBar[], stayS: number): Times {
  const own = bars.filter(({ move }) => ids.includes(move));
  return new Map(
    own.map(({ move, phase, onCue, startS, endS }) => {
      const fromS = phase === "stay" && !onCue ? startS - stayS : startS;
      return [move, { startS: fromS, lengthS: endS - startS }];
    }),
  );
}

/** Whether the leave is as long as its own moves take, so that it grows with them; not where others mirror longer ones. */
export const leaveGrows = (bars: readonly MoveBar[], ownLeaveS: number): boolean => {
  const ends = bars.filter(({ phase, onCue }) => phase === "leave" && !onCue).map(({ endS }) => endS);
  return Math.max(0, ...ends) > ownLeaveS - 1e-3;
};

/** The document as the pull leaves it; always worked out from where the pull began. */
export function pulled(draft: Design, now: Pull, move: Move, byS: number): void {
  const own = now.times.get(move.id)!;
  // The pull's steps are merged into one; each starts again from the document as it was.
  const starts = new Map(allMoves(now.document).map(({ id, start }) => [id, start]));
  for (const current of allMoves(draft)) {
    const before = current.phase === move.phase && starts.get(current.id);
    if (before) current.start = { ...before };
  }
  const startsS = new Map([...now.times].map(([id, { startS }]) => [id, startS]));
  if (now.part === "to") return setLength(draft, move.id, own.lengthS + byS);
  if (now.part === "from") {
    const by = Math.min(own.lengthS - 0.04, now.grows ? byS : Math.max(-own.startS, byS));
    shiftMoves(draft, [move.id], by, startsS, now.grows);
    return setLength(draft, move.id, own.lengthS - by);
  }
  const ids = [...now.times].sort((a, b) => a[1].startS - b[1].startS).map(([id]) => id);
  if (ids.length > 1 && ids[ids.length - 1] === move.id) {
    // The last of several is pulled: the first stays, and those between follow in even steps.
    return stagger(draft, ids, startsS, Math.max(0, own.startS + byS));
  }
  shiftMoves(draft, ids, byS, startsS, now.grows);
}

/** The way pulled, so that the moved end meets a hundredth of a second, or an end of another move that is near. */
export function snapped(byS: number, now: Pull, own: MoveBar, reachS: number, bars: readonly MoveBar[]): number {
  const { startS, lengthS } = now.times.get(own.move)!;
  const edges = now.part === "to" ? [startS + lengthS] : now.part === "from" ? [startS] : [startS, startS + lengthS];
  let best: number | undefined;
  for (const other of bars) {
    if (now.times.has(other.move) || other.phase !== own.phase) continue;
    for (const at of [other.startS, other.endS]) {
      for (const edge of edges) {
        const way = at - edge;
        if (Math.abs(way - byS) < reachS && (best === undefined || Math.abs(way - byS) < Math.abs(best - byS)))
          best = way;
      }
    }
  }
  return best ?? Math.round((edges[0]! + byS) * 50) / 50 - edges[0]!;
}
