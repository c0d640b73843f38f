import { factsOfStep } from "./step-facts";
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
  return from.kind === to.kind ? (factsOfStep(from).travelPx?.(from, to, travelPx) ?? Infinity) : Infinity;
}
