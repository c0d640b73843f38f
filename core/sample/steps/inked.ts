import type { BoundFill } from "../../bind/types";
import type { Box } from "../../geometry/box";
import { apply, type Matrix } from "../../geometry/matrix";
import type { FillOp, StrokeOp } from "../types";

/*
 * Outlines that are filled or drawn along.
 */

function fillText(fill: BoundFill): string {
  if (fill.kind !== "plain") return JSON.stringify(fill);
  const { r, g, b, a } = fill.colour;
  return `${r},${g},${b},${a}`;
}

/** All that fills and strokes have in common. */
export function writeInked({ kind, path, matrix, fill, box, opacity }: FillOp | StrokeOp, parts: string[]): void {
  // A plain colour is the same wherever its box ends.
  const over = fill.kind === "plain" ? "" : `${box.x},${box.y},${box.width},${box.height}`;
  parts.push(kind, path.id, matrix.join(","), fillText(fill), over, String(opacity));
}

/** How far the corners of a box are from where another matrix puts them, at most. */
export function cornerTravel(from: Matrix, to: Matrix, { x, y, width, height }: Box): number {
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

/** The same outline by its corners; outlines that grow by their edges, which `bounds` tells. */
export function inkedTravel<Op extends FillOp | StrokeOp>(from: Op, to: Op, bounds: (op: Op) => Box): number {
  if (from.path.id === to.path.id) return cornerTravel(from.matrix, to.matrix, from.path.bounds);
  const [a, b] = [bounds(from), bounds(to)];
  return Math.max(
    ...[a.x - b.x, a.y - b.y, a.x + a.width - b.x - b.width, a.y + a.height - b.y - b.height].map(Math.abs),
  );
}
