import { assertNever } from "../assert-never";
import { cosSin } from "../geometry/matrix";
import type { Box } from "../geometry/box";
import type { StillLayer } from "../layout/types";
import type { MoveProgress } from "../schedule/instant";

/** A straight cut: what lies beyond the line through (x, y) along `angle` is hidden. In u. */
export interface EdgeClip {
  readonly x: number;
  readonly y: number;
  /** Direction in degrees clockwise that points to the hidden side. */
  readonly angle: number;
  /** Whether the cut travels with the layer or stays where the layer's group is. */
  readonly moves: boolean;
}

/** How a layer differs from its rest at one instant. Shifts in u, turn in degrees. */
export interface LayerState {
  dx: number;
  dy: number;
  scale: number;
  turn: number;
  opacity: number;
  clips: EdgeClip[];
  /** Share of the box that is grown, per direction of growth in degrees. */
  grows: { angle: number; share: number }[];
}

export const restState = (): LayerState => ({ dx: 0, dy: 0, scale: 1, turn: 0, opacity: 1, clips: [], grows: [] });

/** Composes moves onto the rest: shifts and turns add, scales and opacities multiply, reveals intersect. */
export function stateOf(
  still: StillLayer,
  moves: readonly MoveProgress[],
  boxOf: (layer: string) => Box | undefined,
  format: { width: number; height: number },
): LayerState {
  const state = restState();
  for (const { move, progress } of moves) {
    const away = (travel: number, distanceU: number) => {
      const [cos, sin] = cosSin(move.angle);
      state.dx -= cos * travel * distanceU;
      state.dy -= sin * travel * distanceU;
    };
    for (const track of move.tracks) {
      const value = track.valueAt(progress);
      switch (track.property) {
        case "opacity":
          state.opacity *= Math.min(1, Math.max(0, value));
          break;
        case "scale":
          state.scale *= Math.max(0, value);
          break;
        case "turn":
          state.turn += value;
          break;
        case "travel":
          if (move.distance === "behind") {
            const edge = edgeOf(still, (move.behind && boxOf(move.behind)) || still.box, move.angle);
            away(value, edge.distance);
            state.clips.push({ x: edge.x, y: edge.y, angle: move.angle + 180, moves: false });
          } else {
            away(value, distanceU(move.distance, move.angle, still.box, format));
          }
          break;
        case "uncover": {
          const share = Math.min(1, Math.max(0, value));
          const [from, to] = extent(inkBox(still), move.angle);
          const [cos, sin] = cosSin(move.angle);
          const at = from + (to - from) * share;
          state.clips.push({ x: cos * at, y: sin * at, angle: move.angle, moves: true });
          break;
        }
        case "grow":
          state.grows.push({ angle: move.angle, share: Math.min(1, Math.max(0, value)) });
          break;
        default:
          assertNever(track.property);
      }
    }
  }
  return state;
}

/** Share of a side that a move travels, along its direction. */
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

/** The edge that a layer rises from behind, and how far it goes until all its ink is hidden. */
function edgeOf(still: StillLayer, edgeBox: Box, angle: number): { x: number; y: number; distance: number } {
  const [edge] = extent(edgeBox, angle);
  const [, far] = extent(inkBox(still), angle);
  const [cos, sin] = cosSin(angle);
  return { x: cos * edge, y: sin * edge, distance: Math.max(0, far - edge) };
}
