import type { Bound } from "../bind/types";
import type { Move } from "../document/move";
import { IssueError, type Issue } from "../issue";
import type { Still } from "../layout/types";
import { isLive } from "../link/link";
import { expandMove, type ExpandedMove } from "../motion/expand";

/** A move with its start and end in seconds from the start of its phase, before squeezing. */
export interface TimedMove extends ExpandedMove {
  readonly startS: number;
  readonly endS: number;
}

export interface LayerTimes {
  readonly arrive: readonly TimedMove[];
  /** Own leave; without any, the layer leaves by its arrive mirrored. */
  readonly leave: readonly TimedMove[];
}

/** When everything happens in a clip of one length. */
export interface Timetable {
  readonly lengthS: number;
  /** Length of arrive and leave as designed; multiply by `squeeze` for the clip's own seconds. */
  readonly arriveS: number;
  readonly leaveS: number;
  /** Length of the own leave moves as designed; they end with the clip. */
  readonly ownLeaveS: number;
  readonly pace: number;
  /** Seconds from either end until waves have died down. */
  readonly calmS: number;
  /** Whether something never rests, so that every instant is a picture of its own. */
  readonly alwaysLive: boolean;
  /** 1, or less when the clip is too short for its phases. */
  readonly squeeze: number;
  readonly layers: ReadonlyMap<string, LayerTimes>;
  readonly issues: readonly Issue[];
}

type Timing = { minStay: number; leavePace: number };

/** Gives every move absolute times for a clip of `lengthS` seconds. Throws an IssueError for loops and unknown starts. */
export function schedule(still: Still, bound: Pick<Bound, keyof Timing>, lengthS: number): Timetable {
  const layers = new Map<string, LayerTimes>();
  const owners = new Map<string, string>();
  const moves = new Map<string, Move>();
  for (const { layer } of still.layers) {
    for (const move of layer.moves) {
      moves.set(move.id, move);
      owners.set(move.id, layer.id);
    }
  }
  const timed = new Map<string, TimedMove>();
  const open: string[] = [];
  const timeOf = (move: Move): TimedMove => {
    const known = timed.get(move.id);
    if (known) return known;
    if (open.includes(move.id)) {
      throw new IssueError({ code: "schedule_loop", moves: [...open.slice(open.indexOf(move.id)), move.id] });
    }
    open.push(move.id);
    let startS = move.start.gap;
    if (move.start.to !== "phase") {
      const other = moves.get(move.start.to);
      if (!other || other.phase !== move.phase) {
        const layer = owners.get(move.id)!;
        throw new IssueError({ code: "start_unknown", layer, move: move.id, to: move.start.to });
      }
      const after = timeOf(other);
      startS += move.start.edge === "settle" ? after.endS : after.startS;
    }
    open.pop();
    const expanded = expandMove(move, still.turnedRound);
    // A gap may be negative, but nothing starts before its phase.
    startS = Math.max(0, startS);
    const result = { ...expanded, startS, endS: startS + expanded.lengthS };
    timed.set(move.id, result);
    return result;
  };

  let arriveS = 0;
  let ownLeaveS = 0;
  let mirrored = false;
  for (const { layer } of still.layers) {
    const all = layer.moves.map(timeOf);
    const times = {
      arrive: all.filter((move) => move.phase === "arrive"),
      leave: all.filter((move) => move.phase === "leave"),
    };
    layers.set(layer.id, times);
    arriveS = Math.max(arriveS, ...times.arrive.map((move) => move.endS));
    ownLeaveS = Math.max(ownLeaveS, ...times.leave.map((move) => move.endS));
    mirrored ||= times.arrive.length > 0 && times.leave.length === 0;
  }
  // What follows another layer comes later: its phase ends when the last follower has arrived.
  const lagS = longestLag(still);
  if (arriveS > 0) arriveS += lagS;
  if (ownLeaveS > 0) ownLeaveS += lagS;
  const leaveS = Math.max(mirrored ? arriveS * bound.leavePace : 0, ownLeaveS);
  const squeeze = squeezeOf(arriveS + leaveS, bound.minStay, lengthS);
  const issues: Issue[] = squeeze < 1 ? [{ code: "clip_too_short", factor: squeeze }] : [];
  const live = liveness(still);
  return { lengthS, arriveS, leaveS, ownLeaveS, pace: bound.leavePace, ...live, squeeze, layers, issues };
}

/** The longest delay of a link or trail, in seconds. */
function longestLag({ layers }: Still): number {
  const trails = layers.map(({ layer }) => (layer.trail ? layer.trail.count * layer.trail.delay : 0));
  const links = layers.flatMap(({ layer }) => layer.links.filter(isLive).map((link) => link.delay));
  return Math.max(0, ...trails) + Math.max(0, ...links);
}

/** What keeps a picture changing though nothing moves: waves, live grain, live glitches. */
function liveness({ layers, finish }: Still): { calmS: number; alwaysLive: boolean } {
  const finishes = [...finish, ...layers.flatMap(({ layer }) => (layer.kind === "group" ? layer.finish : []))];
  const liquids = layers.flatMap(({ layer }) => ("liquid" in layer && layer.liquid ? [layer.liquid] : []));
  return {
    calmS: Math.max(0, ...liquids.map(({ calm }) => calm)),
    alwaysLive:
      finishes.some((entry) => entry.kind !== "glow" && entry.rate > 0) ||
      liquids.some(({ calm, speed, height }) => calm === 0 && speed !== 0 && height > 0),
  };
}

function squeezeOf(phasesS: number, minStay: number, lengthS: number): number {
  if (phasesS + minStay <= lengthS) return 1;
  // In a clip hardly longer than the shortest stay, half of it is left to arriving and leaving.
  const stayS = Math.min(minStay, lengthS / 2);
  return Math.min(1, (lengthS - stayS) / phasesS);
}
