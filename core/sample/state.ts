import { assertNever } from "../assert-never";
import type { Move } from "../document/move";
import { noise } from "../finish/noise";
import { unionBox, type Box } from "../geometry/box";
import { cosSin } from "../geometry/matrix";
import type { StillLayer } from "../layout/types";
import type { MoveProgress } from "../schedule/instant";
import type { TimedMove } from "../schedule/types";
import { partsOf, type TextPart } from "../type/parts";

/** A straight cut: what lies beyond the line through (x, y) along `angle` is hidden. In u. */
export interface EdgeClip {
  readonly x: number;
  readonly y: number;
  /** Direction in degrees clockwise that points to the hidden side. */
  readonly angle: number;
  /** Whether the cut travels with the layer or stays where the layer's group is. */
  readonly moves: boolean;
  /** Width of the edge over which it fades, before the line. */
  readonly soft: number;
}

/** How a layer, or a part of its text, differs from its rest at one instant. Shifts in u, turn in degrees. */
export interface LayerState {
  dx: number;
  dy: number;
  scale: number;
  turn: number;
  opacity: number;
  clips: EdgeClip[];
  /** Share of the box that is grown, per direction of growth in degrees. */
  grows: { angle: number; share: number }[];
  /** Share of a stroke that is drawn, and of a liquid's level. */
  draw: number;
  level: number;
  /** Added blur in u; strengths of a glow and a glitch. */
  blur: number;
  glow: number;
  glitch: number;
  gleam: { at: number; strength: number } | undefined;
  /** What it turns and scales about, when the move says so. */
  pivot: Move["pivot"];
  /** Parts of a text that move by themselves. */
  parts: { readonly list: readonly TextPart[]; readonly states: readonly LayerState[] } | undefined;
}

// Written out: it is made for every letter of every frame, and spreading costs five times as much.
export const restState = (): LayerState => ({
  dx: 0,
  dy: 0,
  scale: 1,
  turn: 0,
  opacity: 1,
  clips: [],
  grows: [],
  draw: 1,
  level: 1,
  blur: 0,
  glow: 0,
  glitch: 0,
  gleam: undefined,
  pivot: undefined,
  parts: undefined,
});

/** Where a layer's moves are measured: other layers' boxes, the format's sides in u, and the design's seed. */
export interface Measures {
  readonly boxOf: (layer: string) => Box | undefined;
  readonly format: { readonly width: number; readonly height: number };
  readonly seed: number;
  /** Whether directions that a kind makes up itself are mirrored. */
  readonly turnedRound: boolean;
}

/** Composes moves onto the rest: shifts and turns add, scales and opacities multiply, reveals intersect. */
export function stateOf(still: StillLayer, moves: readonly MoveProgress[], measures: Measures): LayerState {
  const state = restState();
  if (moves.length === 0) return state;
  const split = moves.find(({ parts }) => parts)?.move.parts?.by;
  const { content } = still;
  const list = split && content.kind === "text" ? partsOf(content.set, content.outline, split) : [];
  const states = list.map(restState);
  const whole = { box: still.box, ink: inkBox(still) };
  for (const { move, progress, parts } of moves) {
    // A text moves in parts of one kind at a time; what is split otherwise goes by its slowest part.
    if (!parts || move.parts?.by !== split) compose(state, move, progress, whole, still, measures, 0);
    else {
      for (const [k, part] of list.entries()) {
        if (parts[k]! < 1) compose(states[k]!, move, parts[k]!, placedPart(part, still.box), still, measures, k + 1);
      }
    }
  }
  if (states.length > 0) state.parts = { list, states };
  return state;
}

interface Extents {
  readonly box: Box;
  readonly ink: Box;
}

function placedPart(part: TextPart, at: Box): Extents {
  const shift = (box: Box): Box => ({ ...box, x: box.x + at.x, y: box.y + at.y });
  const ink = part.pieces.reduce((all, { path }) => unionBox(all, path.bounds), part.box);
  return { box: shift(part.box), ink: shift(ink) };
}

function shiftAway(state: LayerState, angle: number, distance: number): void {
  const [cos, sin] = cosSin(angle);
  state.dx -= cos * distance;
  state.dy -= sin * distance;
}

function compose(
  state: LayerState,
  move: TimedMove,
  progress: number,
  own: Extents,
  still: StillLayer,
  measures: Measures,
  part: number,
): void {
  if (move.pivot) state.pivot = move.pivot;
  for (const track of move.tracks) {
    const value = track.valueAt(progress);
    const share = Math.min(1, Math.max(0, value));
    switch (track.property) {
      case "opacity":
        state.opacity *= share;
        break;
      case "scale":
        state.scale *= Math.max(0, value);
        break;
      case "turn":
        state.turn += value;
        break;
      case "travel":
        if (move.distance === "behind") {
          const behind = move.behind ? measures.boxOf(move.behind) : undefined;
          const edge = edgeOf(own.ink, behind ?? own.box, move.angle);
          shiftAway(state, move.angle, value * edge.distance);
          state.clips.push({ x: edge.x, y: edge.y, angle: move.angle + 180, moves: false, soft: 0 });
        } else shiftAway(state, move.angle, value * distanceU(move.distance, move.angle, still.box, measures.format));
        break;
      case "strew": {
        // Every part has a direction and a turn of its own, always the same.
        const drawn = noise(measures.seed, part, 1, 0) * 360;
        const direction = measures.turnedRound ? 180 - drawn : drawn;
        shiftAway(state, direction, value * (move.strength * (0.45 + 0.55 * noise(measures.seed, part, 2, 0))));
        state.turn += value * move.turn * (noise(measures.seed, part, 3, 0) * 2 - 1);
        state.blur += value * 1.2;
        break;
      }
      case "uncover": {
        const [from, to] = extent(own.ink, move.angle);
        const [cos, sin] = cosSin(move.angle);
        const at = from + (to + move.soft - from) * share;
        state.clips.push({ x: cos * at, y: sin * at, angle: move.angle, moves: true, soft: move.soft });
        break;
      }
      case "grow":
        state.grows.push({ angle: move.angle, share });
        break;
      case "draw":
        state.draw *= share;
        break;
      case "level":
        state.level *= share;
        break;
      case "blur":
        state.blur += Math.max(0, value);
        break;
      case "glow":
        state.glow += Math.max(0, value);
        break;
      case "glitch":
        state.glitch += Math.max(0, value);
        break;
      case "gleam":
        state.gleam = { at: value, strength: state.gleam?.strength ?? 0.55 };
        break;
      case "gleam-strength":
        if (state.gleam) state.gleam.strength = value;
        break;
      default:
        assertNever(track.property);
    }
  }
}

/** How far a move travels, along its direction. */
function distanceU(
  distance: { value: number; of: "own" | "format" | "u" },
  angle: number,
  own: Box,
  format: { width: number; height: number },
): number {
  if (distance.of === "u") return distance.value;
  const sides = distance.of === "own" ? own : format;
  const [cos, sin] = cosSin(angle);
  return distance.value * Math.hypot(sides.width * cos, sides.height * sin);
}

/** The box with the ink that stands out of it, such as stacked marks over a letter. */
export function inkBox(still: StillLayer): Box {
  if (still.content.kind !== "text") return still.box;
  const ink = still.content.outline.whole.bounds;
  const x = still.box.x + Math.min(0, ink.x);
  const y = still.box.y + Math.min(0, ink.y);
  return {
    x,
    y,
    width: still.box.x + Math.max(still.box.width, ink.x + ink.width) - x,
    height: still.box.y + Math.max(still.box.height, ink.y + ink.height) - y,
  };
}

/** First and last position of a box along a direction. */
function extent(box: Box, angle: number): readonly [number, number] {
  const [cos, sin] = cosSin(angle);
  const along = [
    cos * box.x + sin * box.y,
    cos * (box.x + box.width) + sin * box.y,
    cos * box.x + sin * (box.y + box.height),
    cos * (box.x + box.width) + sin * (box.y + box.height),
  ];
  return [Math.min(...along), Math.max(...along)];
}

/** The edge that something rises from behind, and how far it goes until all its ink is hidden. */
function edgeOf(ink: Box, edgeBox: Box, angle: number): { x: number; y: number; distance: number } {
  const [edge] = extent(edgeBox, angle);
  const [, far] = extent(ink, angle);
  const [cos, sin] = cosSin(angle);
  return { x: cos * edge, y: sin * edge, distance: Math.max(0, far - edge) };
}
