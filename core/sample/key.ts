import type { Format } from "../document/format";
import type { Matrix } from "../geometry/matrix";
import { hashText } from "../hash";
import { factsOfStep } from "./step-facts";
import type { PaintOp } from "./types";

// Rounding before painting, not only in the key: what the key cannot tell apart must not differ in pixels either.
const snapLinear = (value: number): number => Math.round(value * 1048576) / 1048576;
const snapPixels = (value: number): number => Math.round(value * 1024) / 1024;

export const snapMatrix = (m: Matrix): Matrix => [
  snapLinear(m[0]),
  snapLinear(m[1]),
  snapLinear(m[2]),
  snapLinear(m[3]),
  snapPixels(m[4]),
  snapPixels(m[5]),
];

export const snapShare = (value: number): number => Math.round(Math.min(1, Math.max(0, value)) * 4096) / 4096;
export const snapU = (value: number): number => Math.round(value * 65536) / 65536;

/** A hash of all that affects pixels. */
export function keyOf(format: Format, ops: readonly PaintOp[]): string {
  const parts: string[] = [`${format.width}x${format.height}`];
  write(ops, parts);
  return hashText(parts.join("|"));
}

function write(ops: readonly PaintOp[], parts: string[]): void {
  for (const op of ops) {
    factsOfStep(op).write(op, parts, write);
    parts.push(";");
  }
}
