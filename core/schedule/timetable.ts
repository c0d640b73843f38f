import type { Bound } from "../bind/types";
import { frameCount, frameToS, type Fps } from "../document/fps";
import type { KeyTime } from "../document/keys";
import type { Move } from "../document/move";
import { hashText } from "../hash";
import { IssueError, type Issue } from "../issue";
import type { Still, StillLayer } from "../layout/types";
import { prepareEase } from "../motion/ease";
import { expandMove, type ExpandedMove } from "../motion/expand";
import { partsOf, ranksOf } from "../type/parts";
import { cyclesIn } from "./cycles";
import { leaveStartS } from "./instant";
import { liveness, longestLag } from "./liveness";
import { timedPlayback, type TimedPlayback } from "./playback";
import { squeezeOf } from "./squeeze";
import type { LayerTimes, PartTimes, Stretch, TimedMove, Timetable } from "./types";

type Timing = Pick<Bound, "minStay" | "leavePace" | "cues" | "leave"> & Partial<Pick<Bound, "absent">>;
/** Seconds in which layers that leave together fade. */
export const fadeTogetherS = 0.35;

/**
 * Gives every move its times for a clip of `lengthS` seconds at a rate. Throws an IssueError for loops, unknown starts
 * and unknown cues.
 */
export function schedule(still: Still, bound: Timing, lengthS: number, fps: Fps = { num: 30, den: 1 }): Timetable {
  const times = new Scheduler(still, bound).all();
  const frameS = fps.den / fps.num;
  let arriveS = 0;
  let ownLeaveS = 0;
  let following = false;
  for (const { layer } of still.layers) {
    const own = layer.moves.map((move) => times.get(move.id)!);
    // What starts on a cue makes no phase longer.
    const ends = (phase: Move["phase"]) =>
      own.filter((move) => move.phase === phase && !move.onCue).map((move) => move.endS);
    arriveS = Math.max(arriveS, ...ends("arrive"));
    ownLeaveS = Math.max(ownLeaveS, ...ends("leave"));
    following ||= ends("arrive").length > 0 && own.every(({ phase }) => phase !== "leave");
  }
  // What follows another layer comes later: its phase ends when the last follower has arrived.
  const lagS = longestLag(still);
  if (arriveS > 0) arriveS += lagS;
  if (ownLeaveS > 0) ownLeaveS += lagS;
  const together = following && bound.leave === "together" ? fadeTogetherS : 0;
  const mirrored = following && bound.leave === "mirror" ? arriveS * bound.leavePace : 0;
  const leaveS = Math.max(mirrored, ownLeaveS, together);
  // All leave within one phase: own moves count from where the first of the others begins.
  if (ownLeaveS > 0) ownLeaveS = leaveS;
  const squeeze = squeezeOf(arriveS + leaveS, bound.minStay, lengthS);
  const stay = [arriveS * squeeze, lengthS - leaveS * squeeze] as const;
  const videos = new Map<string, TimedPlayback>();
  const pictures = still.layers.flatMap(({ layer }) => (layer.kind === "picture" ? [layer.id] : []));
  const slots = new Set([...pictures, ...(bound.absent?.keys() ?? [])]);
  const lastS = frameToS(frameCount(lengthS, fps) - 1, fps);
  const clip = { lengthS, pace: bound.leavePace, lastS, frameS, stay, cues: bound.cues, videos, slots };
  for (const entry of still.layers) {
    const played = timedPlayback(entry, (at) => instantOf(at, clip, entry.layer.id));
    if (played) videos.set(entry.layer.id, played);
  }
  const layers = new Map(still.layers.map((entry) => [entry.layer.id, layerTimes(entry, times, clip)]));
  const cycles = [...layers.values()].flatMap((layer) => layer.stay.flatMap((move) => move.cycles ?? []));
  const loops: Stretch[] = [
    // Followers and trails run out their delay after what they follow has come to rest.
    ...cycles.filter(({ count }) => count > 0).map(({ fromS, untilS }): Stretch => [fromS, untilS + lagS]),
    ...[...videos.values()].map(({ startS, endS, again }): Stretch => [startS, again ? lengthS : endS + frameS]),
  ];
  const facts = {
    ...{ lengthS, fps, frameS, lastS, arriveS, leaveS, ownLeaveS, pace: bound.leavePace, togetherS: together, squeeze },
    ...{ layers, loops, ...liveness(still) },
  };
  return {
    ...facts,
    ...stretchesOf(facts, lagS),
    issues: [
      ...(squeeze < 1 ? [{ code: "clip_too_short", factor: squeeze } as const] : []),
      ...cueIssues(still, facts),
    ],
  };
}

type Facts = Omit<Timetable, "active" | "phases" | "issues">;

/** When anything may move: the phases, what starts on cues and its mirror, loops, waves; all of a clip that never rests. */
function stretchesOf(facts: Facts, lagS: number): Pick<Timetable, "active" | "phases"> {
  const { lengthS, squeeze, arriveS, leaveS, calmS, pace, loops } = facts;
  const inS = Math.max(arriveS, calmS) * squeeze;
  const outS = Math.max(leaveS, calmS * pace) * squeeze;
  const stretches: Stretch[] = [
    [-1, inS],
    [lengthS - outS, lengthS + 1],
  ];
  for (const times of facts.layers.values()) {
    for (const { phase, onCue, startS, endS } of [...times.arrive, ...times.leave]) {
      if (!onCue) continue;
      stretches.push([startS, endS + lagS]);
      if (phase === "arrive") stretches.push([lengthS - pace * (endS + lagS), lengthS - pace * startS]);
    }
  }
  const whole = facts.alwaysLive || calmS * squeeze >= lengthS / (1 + pace);
  return { phases: merged(stretches), active: merged(whole ? [[-1, lengthS + 1]] : [...stretches, ...loops]) };
}

/** Overlapping stretches as one, in order. */
function merged(stretches: readonly Stretch[]): Stretch[] {
  const sorted = stretches.filter(([from, until]) => until > from).sort((a, b) => a[0] - b[0]);
  const result: [number, number][] = [];
  for (const [from, until] of sorted) {
    const last = result[result.length - 1];
    if (last && from <= last[1]) last[1] = Math.max(last[1], until);
    else result.push([from, until]);
  }
  return result;
}

/** Layers and words whose cue comes when the clip has ended, or when they would be leaving already. */
function cueIssues(still: Still, facts: Facts): Issue[] {
  const { lengthS, layers } = facts;
  return still.layers.flatMap(({ layer: { id }, content }): Issue[] => {
    const times = layers.get(id)!;
    const comings = [...times.arrive, ...times.leave].flatMap(comingsOf);
    const latestS = Math.max(0, ...comings.map(({ startS }) => startS));
    if (latestS >= lengthS) return [{ code: "cue_late", layer: id, atS: latestS, lengthS }];
    if (times.stays) return [{ code: "leave_before_cue", layer: id }];
    const leaveS = leaveStartS(facts, times);
    const words = content.kind === "text" ? content.set.text.trim().split(/\s+/u) : [];
    const late = times.arrive
      .flatMap((move) => (move.parts?.by === "word" ? comingsOf(move) : []))
      .flatMap(({ startS }, k) => (startS >= leaveS ? [{ startS, word: words[k] ?? "" }] : []))[0];
    return late ? [{ code: "word_after_leave", layer: id, word: late.word, atS: late.startS, leaveS }] : [];
  });
}

/** What of a move starts on a cue: the move as a whole, or each part that has a cue of its own; in seconds of the clip. */
function comingsOf({ onCue, startS, endS, parts }: TimedMove): { startS: number; endS: number }[] {
  if (!onCue) return [];
  if (!parts) return [{ startS, endS }];
  return parts.starts.map((partS) => ({ startS: startS + partS, endS: startS + partS + parts.unitS }));
}

/** When the hand-set keys of all layers stand, in seconds of the clip, in the order they are written in. */
export function keyTicks(
  still: Still,
  table: Timetable,
): { layer: string; track: number; key: number; timeS: number; hold: boolean }[] {
  return still.layers.flatMap(({ layer }) =>
    layer.keys.flatMap(({ keys }, track) => {
      const timed = table.layers.get(layer.id)?.keys[track];
      return keys.map(({ hold }, key) => ({ layer: layer.id, track, key, timeS: timed?.asWritten[key] ?? 0, hold }));
    }),
  );
}

interface Clip {
  readonly lengthS: number;
  readonly pace: number;
  readonly lastS: number;
  readonly frameS: number;
  readonly videos: ReadonlyMap<string, TimedPlayback>;
  /** Layers that may show a video: pictures, and whatever is absent just now. */
  readonly slots: { has(layer: string): boolean };
  readonly stay: readonly [number, number];
  readonly cues: ReadonlyMap<string, number>;
}

function layerTimes({ layer }: StillLayer, times: ReadonlyMap<string, TimedMove>, clip: Clip): LayerTimes {
  const own = layer.moves.map((move) => times.get(move.id)!);
  const instant = (at: KeyTime) => instantOf(at, clip, layer.id);
  const span = (of: { start: KeyTime; end: KeyTime }) => ({ startS: instant(of.start), endS: instant(of.end) });
  const arrive = own.filter((move) => move.phase === "arrive");
  const leave = own.filter((move) => move.phase === "leave");
  return {
    arrive,
    leave,
    stays:
      leave.length === 0 &&
      arrive.some((move) => comingsOf(move).some(({ startS, endS }) => clip.lengthS - clip.pace * endS < startS)),
    stay: own
      .filter((move) => move.phase === "stay")
      .map((move) => {
        const fromS = move.onCue ? move.startS : clip.stay[0] + move.startS;
        return { ...move, cycles: cyclesIn(move, fromS, clip.stay[1]) };
      }),
    keys: layer.keys.map(({ property, keys }) => {
      const written = keys.map((key) => ({ ...key, timeS: instant(key.at) }));
      const timed = [...written].sort((a, b) => a.timeS - b.timeS);
      return {
        property,
        asWritten: written.map((key) => key.timeS),
        times: timed.map((key) => key.timeS),
        values: timed.map((key) => key.value),
        eases: timed.map((key) => prepareEase(key.ease ?? "linear")),
        holds: timed.map((key) => key.hold),
      };
    }),
    meter: layer.meter && { ...layer.meter, ...span(layer.meter) },
    timer: layer.kind === "text" && layer.timer ? span(layer.timer) : undefined,
    playback: clip.videos.get(layer.id),
  };
}

function instantOf(at: KeyTime, { lastS, frameS, stay, cues, videos, slots }: Clip, layer: string): number {
  switch (at.anchor) {
    case "start":
      return at.gap;
    case "end":
      return lastS + at.gap;
    case "stay":
      return stay[0] + (stay[1] - stay[0]) * at.share + at.gap;
    case "cue":
      return cueTime(cues, at.cue, layer) + at.gap;
    case "video": {
      const video = videos.get(at.layer);
      // A slot that is empty yet, or holds a picture, lasts as long as the clip.
      if (!video && slots.has(at.layer)) return (at.edge === "start" ? 0 : lastS) + at.gap;
      if (!video) throw new IssueError({ code: "video_unknown", layer, video: at.layer });
      // Full at the last frame of the video, or of the clip where that ends first.
      return (at.edge === "start" ? video.startS : Math.min(lastS, video.endS - frameS)) + at.gap;
    }
  }
}

function cueTime(cues: ReadonlyMap<string, number>, cue: string, layer: string): number {
  const found = cues.get(cue);
  if (found === undefined) throw new IssueError({ code: "cue_unknown", layer, cue });
  return found;
}

/** Works out the start of every move, each once, those it waits for first. */
class Scheduler {
  /** Moves of all layers; those of absent ones have none to act on. */
  private readonly moves = new Map<string, { move: Move; layer: string; entry: StillLayer | undefined }>();
  private readonly timed = new Map<string, TimedMove>();
  private readonly open: string[] = [];

  constructor(
    private readonly still: Still,
    private readonly bound: Timing,
  ) {
    for (const { id, moves } of bound.absent?.values() ?? []) {
      for (const move of moves) this.moves.set(move.id, { move, layer: id, entry: undefined });
    }
    for (const entry of still.layers) {
      for (const move of entry.layer.moves) this.moves.set(move.id, { move, layer: entry.layer.id, entry });
    }
  }

  all(): ReadonlyMap<string, TimedMove> {
    for (const id of this.moves.keys()) this.timeOf(id);
    return this.timed;
  }

  private timeOf(id: string): TimedMove {
    const known = this.timed.get(id);
    if (known) return known;
    if (this.open.includes(id)) {
      throw new IssueError({ code: "schedule_loop", moves: [...this.open.slice(this.open.indexOf(id)), id] });
    }
    this.open.push(id);
    const { move, layer, entry } = this.moves.get(id)!;
    const expanded = expandMove(move, this.still.turnedRound);
    const start = this.startOf(move, layer);
    this.open.pop();
    // Words on cues come at theirs, whatever the move itself waits for.
    const spoken = entry?.content.kind === "text" && expanded.split?.cues !== undefined && !start.onCue;
    const startS = spoken ? 0 : start.startS;
    const onCue = spoken || start.onCue;
    const parts = entry && this.partTimes(expanded, entry, startS);
    // What waits for a layer that is absent does not wait for it: the rest closes up.
    const ownS = entry ? expanded.lengthS : 0;
    const lengthS = parts ? Math.max(0, ...parts.starts) + parts.unitS : ownS;
    const result = { ...expanded, startS, endS: startS + lengthS, onCue, parts };
    this.timed.set(id, result);
    return result;
  }

  private startOf(move: Move, layer: string): { startS: number; onCue: boolean } {
    const { to, edge, gap } = move.start;
    let startS = gap;
    let onCue = to.startsWith("cue:");
    if (onCue) startS += cueTime(this.bound.cues, to.slice(4), layer);
    else if (to !== "phase") {
      const other = this.moves.get(to)?.move;
      if (!other || other.phase !== move.phase) {
        throw new IssueError({ code: "start_unknown", layer, move: move.id, to });
      }
      const after = this.timeOf(to);
      startS += edge === "settle" ? after.endS : after.startS;
      onCue = after.onCue;
    }
    // A gap may be negative, but nothing starts before its phase, or the clip.
    return { startS: Math.max(0, startS), onCue };
  }

  /** With n parts, each takes its unit and the next one starts a step later; together they fill the move's length. */
  private partTimes(move: ExpandedMove, entry: StillLayer, startS: number): PartTimes | undefined {
    const { split } = move;
    const { content, layer } = entry;
    if (!split || content.kind !== "text") return undefined;
    const count = partsOf(content.set, content.outline, split.by).length;
    if (count === 0) return undefined;
    if (split.cues) {
      // Words beyond the last cue follow at the pace of one unit.
      const cues = split.cues.map((cue) => cueTime(this.bound.cues, cue, layer.id) - startS);
      const starts = Array.from({ length: count }, (_, k) => {
        const last = cues[cues.length - 1] ?? 0;
        return Math.max(0, cues[k] ?? last + (k - cues.length + 1) * move.lengthS);
      });
      return { by: split.by, starts, unitS: move.lengthS };
    }
    const unitS = move.lengthS / (1 + (count - 1) * (1 - split.overlap));
    const seed = parseInt(hashText(`${this.still.seed} ${layer.id}`).slice(0, 7), 16);
    const starts = ranksOf(count, split.order, seed).map((rank) => rank * unitS * (1 - split.overlap));
    return { by: split.by, starts, unitS };
  }
}
