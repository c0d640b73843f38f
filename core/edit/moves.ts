import type { Design } from "../document/design";
import type { KeyTime, KeyTrack } from "../document/keys";
import type { Layer } from "../document/layer";
import { moveKinds, moveParameters, type Move, type MoveKind } from "../document/move";
import { freshId } from "./blank";
import { copied } from "./copied";
import { readPath } from "./property";

/*
 * Changes of a design's motion, on a draft in place like all edits. Moves are told apart by their ids, which are
 * unique in the design, since any move may wait for any other of its phase.
 */

export type Phase = Move["phase"];

export const allMoves = (design: Design): Move[] => design.layers.flatMap((layer) => layer.moves);

/** Gives ids for new moves of a design, each only once. */
export function freshMoveIds(design: Design): (wanted: string) => string {
  const taken = new Set(allMoves(design).map(({ id }) => id));
  return (wanted) => {
    const id = freshId(wanted.slice(0, 40), taken);
    taken.add(id);
    return id;
  };
}

export function findMove(design: Design, id: string): { layer: Layer; move: Move } | undefined {
  for (const layer of design.layers) {
    const move = layer.moves.find((other) => other.id === id);
    if (move) return { layer, move };
  }
  return undefined;
}

const takenIds = (design: Design) => new Set(allMoves(design).map(({ id }) => id));

/** Kinds that can act in a phase: only what comes back to rest may loop in the stay. */
export const kindsIn = (phase: Phase, layer: Layer): MoveKind[] =>
  (Object.keys(moveKinds) as MoveKind[]).filter((kind) => {
    if (phase === "stay" && !moveKinds[kind].returns) return false;
    if (phase !== "stay" && steady.has(kind)) return false;
    if (kind === "level-rise") return "liquid" in layer && layer.liquid !== undefined;
    if (kind === "draw-on") return "stroke" in layer && layer.stroke !== undefined;
    if (kind === "type-on") return layer.kind === "text";
    return true;
  });

/** Slow kinds that say nothing while a layer comes or goes. */
const steady: ReadonlySet<MoveKind> = new Set(["breathe", "sway", "bob", "swell"]);

/** Puts a new move on a layer; gives its id. */
export function addMove(design: Design, layerId: string, kind: MoveKind, phase: Phase): string | undefined {
  const layer = design.layers.find(({ id }) => id === layerId);
  if (!layer || layer.moves.length >= 32) return undefined;
  const id = freshId(`${layerId}-${kind}`.slice(0, 40), takenIds(design));
  layer.moves.push({ id, kind, phase, start: { to: "phase", edge: "start", gap: 0 }, ...firstFacts(kind, layer) });
  return id;
}

/** What a kind needs to look right on this layer at once. */
function firstFacts(kind: MoveKind, layer: Layer): Partial<Move> {
  const split = layer.kind === "text" && (kind === "rise" || kind === "strew");
  return split && kind === "rise" ? { split: { by: "word", order: "forward", overlap: 0.7 } } : {};
}

/** Takes moves away; what waited for one of them starts where that one did. */
export function removeMoves(design: Design, gone: ReadonlySet<string>): void {
  const starts = new Map(allMoves(design).map((move) => [move.id, move.start]));
  for (const layer of design.layers) layer.moves = layer.moves.filter(({ id }) => !gone.has(id));
  for (const move of allMoves(design)) {
    for (let hops = 0; gone.has(move.start.to) && hops < 1000; hops++) {
      const before = starts.get(move.start.to)!;
      move.start = { ...before, gap: Math.max(before.gap, move.start.gap) };
    }
  }
}

/** What a kind can't have is dropped, everything else of the move stays. */
export function changeKind(move: Move, kind: MoveKind): void {
  const { takes, returns } = moveKinds[kind];
  for (const name of moveParameters) if (!(takes as readonly string[]).includes(name)) delete move[name];
  move.kind = kind;
  if (move.phase === "stay" && !returns) {
    move.phase = "arrive";
    delete move.loop;
  }
}

/** Moves as they are carried to other layers: starts that lead to moves that are not carried lead to the phase. */
export function carried(layer: Layer, phases: readonly Phase[] = ["arrive", "stay", "leave"]): Move[] {
  const moves = layer.moves.filter(({ phase }) => phases.includes(phase));
  return copied(moves);
}

/** Moves for a layer, as they were carried. */
export interface Assignment {
  readonly layer: string;
  readonly moves: readonly Move[];
}

/**
 * Puts carried moves on layers, in place of those of the same phases. Kinds that a layer can't have are left out.
 * Starts among the carried stay among them, also from layer to layer; starts to others stay where that move is still
 * there. Gives the new ids.
 */
export function putMoves(design: Design, assignments: readonly Assignment[]): string[] {
  const fitting = assignments.flatMap(({ layer: id, moves }) => {
    const layer = design.layers.find((other) => other.id === id);
    return layer ? [{ layer, moves: moves.filter((move) => kindsIn(move.phase, layer).includes(move.kind)) }] : [];
  });
  for (const { layer, moves } of fitting) {
    const phases = new Set(moves.map(({ phase }) => phase));
    removeMoves(design, new Set(layer.moves.filter(({ phase }) => phases.has(phase)).map(({ id }) => id)));
  }
  const taken = takenIds(design);
  const renamed = fitting.map(({ moves }) => {
    const names = new Map<string, string>();
    for (const { id } of moves) {
      const next = freshId(id, taken);
      taken.add(next);
      names.set(id, next);
    }
    return names;
  });
  const known = new Map(allMoves(design).map((move) => [move.id, move.phase]));
  const cues = new Set(design.cues.map(({ id }) => id));
  const layers = new Set(design.layers.map(({ id }) => id));
  fitting.forEach(({ layer, moves }, n) => {
    for (const move of moves) {
      const copy = copied(move);
      const { to } = copy.start;
      const next = renamed[n]!.get(to) ?? renamed.find((names) => names.has(to))?.get(to);
      const kept =
        to === "phase" ||
        (to.startsWith("cue:") ? cues.has(to.slice(4)) : next !== undefined || known.get(to) === copy.phase);
      copy.id = renamed[n]!.get(move.id)!;
      copy.start = kept ? { ...copy.start, to: next ?? to } : { to: "phase", edge: "start", gap: 0 };
      if (copy.behind !== undefined && (!layers.has(copy.behind) || copy.behind === layer.id)) delete copy.behind;
      if (copy.split && layer.kind !== "text") delete copy.split;
      if (copy.split?.cues?.some((cue) => !cues.has(cue))) delete copy.split.cues;
      layer.moves.push(copy);
    }
  });
  return renamed.flatMap((names) => [...names.values()]);
}

/**
 * A leave of the layer's own that looks like the mirrored one: its arriving moves, as leaving ones, in reverse order.
 * `times` are the moves' seconds from the start of arrive, `arriveS` is how long all of it takes.
 */
export function makeOwnLeave(
  design: Design,
  layerId: string,
  times: ReadonlyMap<string, { readonly startS: number; readonly endS: number }>,
  arriveS: number,
): string[] {
  const layer = design.layers.find(({ id }) => id === layerId);
  if (!layer) return [];
  const arriving = layer.moves.filter(({ phase }) => phase === "arrive");
  removeMoves(design, new Set(layer.moves.filter(({ phase }) => phase === "leave").map(({ id }) => id)));
  const taken = takenIds(design);
  const made: string[] = [];
  for (const move of arriving) {
    const time = times.get(move.id);
    const id = freshId(`${move.id}-out`.slice(0, 38), taken);
    taken.add(id);
    made.push(id);
    const gap = time ? Math.max(0, Math.round((arriveS - time.endS) * design.leavePace * 1000) / 1000) : 0;
    const length = (time ? time.endS - time.startS : (move.length ?? 0.5)) * design.leavePace;
    const copy = copied(move);
    layer.moves.push({
      ...copy,
      id,
      phase: "leave",
      start: { to: "phase", edge: "start", gap },
      length: Math.max(0.01, Math.round(length * 1000) / 1000),
    });
  }
  return made;
}

/** Starts moves one after another in even steps, in the given order: the first stays, the last starts at `lastS`. */
export function stagger(
  design: Design,
  ids: readonly string[],
  startsS: ReadonlyMap<string, number>,
  lastS: number,
): void {
  const first = startsS.get(ids[0] ?? "");
  if (first === undefined || ids.length < 2) return;
  ids.forEach((id, i) => {
    const found = findMove(design, id);
    const at = first + ((lastS - first) * i) / (ids.length - 1);
    if (found && i > 0) found.move.start = { to: "phase", edge: "start", gap: tidy(Math.max(0, at)) };
  });
}

/** Times are kept to a thousandth of a second: finer than any frame, and readable. */
export const tidy = (seconds: number): number => Math.round(seconds * 1000) / 1000;

/** Whether a move may wait for another: same phase, and no circle. */
export function mayWaitFor(design: Design, id: string, other: string): boolean {
  const move = findMove(design, id)?.move;
  if (!move || findMove(design, other)?.move.phase !== move.phase) return false;
  for (let at: string | undefined = other, hops = 0; at !== undefined && hops < 2000; hops++) {
    if (at === id) return false;
    const { to }: Move["start"] = findMove(design, at)?.move.start ?? { to: "phase", edge: "start", gap: 0 };
    at = to === "phase" || to.startsWith("cue:") ? undefined : to;
  }
  return true;
}

/** Starts a move earlier or later; what waits for it comes along. `startS` is when it starts now, in its phase. */
export function shiftMove(design: Design, id: string, byS: number, startS: number): void {
  const move = findMove(design, id)?.move;
  // Nothing starts before its phase: a pull beyond it is not kept in the gap.
  if (move) move.start = { ...move.start, gap: tidy(move.start.gap + Math.max(-startS, byS)) };
}

/**
 * Starts moves of one phase earlier or later; what waits for them comes along. `startsS` says when each starts now. In
 * a leave that `grows`, what is pulled before its beginning makes it begin earlier: all others stay where they are,
 * counted from the clip's end.
 */
export function shiftMoves(
  design: Design,
  ids: readonly string[],
  byS: number,
  startsS: ReadonlyMap<string, number>,
  grows: boolean,
): void {
  const first = leading(design, ids);
  const starts = new Map(first.map((id) => [id, startOf(design, id, startsS.get(id) ?? 0)]));
  const beforeS = grows ? Math.max(0, ...first.map((id) => -byS - starts.get(id)!)) : 0;
  if (beforeS > 0) {
    for (const { id, phase, start } of allMoves(design)) {
      if (phase === "leave" && start.to === "phase" && !first.includes(id)) start.gap = tidy(start.gap + beforeS);
    }
  }
  for (const id of first) shiftMove(design, id, byS + beforeS, starts.get(id)!);
}

/** When a move starts, in seconds of its phase; what is prepared and drawn may lag behind keys that repeat. */
function startOf(design: Design, id: string, drawnS: number): number {
  const start = findMove(design, id)?.move.start;
  return start?.to === "phase" ? Math.max(0, start.gap) : drawnS;
}

/** How long a move takes, in seconds. */
export function setLength(design: Design, id: string, lengthS: number): void {
  const move = findMove(design, id)?.move;
  if (move) move.length = tidy(Math.min(300, Math.max(0.04, lengthS)));
}

/** Lets a move wait for another one, and start `gap` seconds after that one's start or settling. */
export function tieMove(design: Design, id: string, to: string, edge: "start" | "settle", gap: number): boolean {
  const move = findMove(design, id)?.move;
  if (!move || !mayWaitFor(design, id, to)) return false;
  move.start = { to, edge, gap: tidy(gap) };
  return true;
}

/** Of chosen moves, those that wait for no other chosen one: shifting them takes the rest along. */
export function leading(design: Design, ids: readonly string[]): string[] {
  const chosen = new Set(ids);
  return ids.filter((id) => {
    for (let at = findMove(design, id)?.move.start.to, hops = 0; at && at !== "phase" && hops < 2000; hops++) {
      if (chosen.has(at)) return false;
      at = findMove(design, at)?.move.start.to;
    }
    return true;
  });
}

/**
 * Puts keys on a layer in place of those of the same properties. Keys on cues that are not here, and of properties that
 * the layer has not, are left out.
 */
export function putKeys(design: Design, layerId: string, tracks: readonly KeyTrack[]): void {
  const layer = design.layers.find(({ id }) => id === layerId);
  if (!layer) return;
  const cues = new Set(design.cues.map(({ id }) => id));
  const here = (at: KeyTime) =>
    at.anchor === "cue" ? cues.has(at.cue) : at.anchor !== "video" || design.layers.some(({ id }) => id === at.layer);
  for (const track of tracks) {
    const known = !track.property.includes(".") || readPath(layer, track.property) !== undefined;
    const keys = track.keys.filter(({ at }) => here(at));
    if (!known || keys.length === 0) continue;
    layer.keys = layer.keys.filter(({ property }) => property !== track.property);
    if (layer.keys.length < 32) layer.keys.push(copied({ ...track, keys }));
  }
}
