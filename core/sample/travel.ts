import { apply } from "../geometry/matrix";
import { opBounds } from "./bounds";
import type { PaintOp } from "./types";

/**
 * How far in pixels any point of these steps is from where it is in the others, at most; Infinity where the steps
 * are not the same ones. Steps that only change their look stay where they are.
 */
export function travelPx(from: readonly PaintOp[], to: readonly PaintOp[]): number {
  if (from.length !== to.length) return Infinity;
  let furthest = 0;
  for (const [i, op] of from.entries()) furthest = Math.max(furthest, opTravel(op, to[i]!));
  return furthest;
}

function opTravel(from: PaintOp, to: PaintOp): number {
  if ((from.kind === "fill" && to.kind === "fill") || (from.kind === "stroke" && to.kind === "stroke")) {
    if (from.path.id !== to.path.id) return edgeTravel(from, to);
    const { x, y, width, height } = from.path.bounds;
    return cornerTravel(from.matrix, to.matrix, { x, y, width, height });
  }
  if (from.kind === "picture" && to.kind === "picture") return cornerTravel(from.matrix, to.matrix, from.target);
  if (from.kind === "layer" && to.kind === "layer") {
    if (from.finish.length > 0 || from.mattes.length !== to.mattes.length) return Infinity;
    const mattes = from.mattes.map(({ ops }, i) => travelPx(ops, to.mattes[i]!.ops));
    return Math.max(travelPx(from.ops, to.ops), travelPx(from.atop, to.atop), ...mattes);
  }
  return Infinity;
}

type Corners = { x: number; y: number; width: number; height: number };

function cornerTravel(from: Parameters<typeof apply>[0], to: typeof from, { x, y, width, height }: Corners): number {
  let furthest = 0;
  for (const [cx, cy] of [
    [x, y],
    [x + width, y],
    [x, y + height],
    [x + width, y + height],
  ] as const) {
    const [ax, ay] = apply(from, cx, cy);
    const [bx, by] = apply(to, cx, cy);
    furthest = Math.max(furthest, Math.hypot(bx - ax, by - ay));
  }
  return furthest;
}

/** Outlines that grow: by their edges. */
function edgeTravel(from: PaintOp, to: PaintOp): number {
  const [a, b] = [opBounds(from), opBounds(to)];
  return Math.max(
    ...[a.x - b.x, a.y - b.y, a.x + a.width - b.x - b.width, a.y + a.height - b.y - b.height].map(Math.abs),
  );
}
