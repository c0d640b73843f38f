import type { BoundFill } from "../bind/types";
import type { Format } from "../document/format";
import type { Matrix } from "../geometry/matrix";
import { hashText } from "../hash";
import type { Clip, PaintOp } from "./types";

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

/** A hash of all that affects pixels. */
export function keyOf(format: Format, ops: readonly PaintOp[]): string {
  const parts: string[] = [`${format.width}x${format.height}`];
  const matrix = (m: Matrix) => parts.push(m.join(","));
  const fill = (f: BoundFill) => parts.push(JSON.stringify(f));
  const clip = (c: Clip) => {
    parts.push(c.path.id);
    matrix(c.matrix);
  };
  const visit = (list: readonly PaintOp[]) => {
    for (const op of list) {
      parts.push(op.kind);
      if (op.kind === "fill") {
        parts.push(op.path.id, String(op.opacity));
        matrix(op.matrix);
        fill(op.fill);
        if (op.fill.kind === "linear") parts.push(`${op.box.width},${op.box.height}`);
      } else if (op.kind === "picture") {
        parts.push(op.hash, op.fit, `${op.box.width},${op.box.height}`, String(op.opacity));
        matrix(op.matrix);
      } else {
        if (op.kind === "clip") op.clips.forEach(clip);
        else parts.push(String(op.opacity));
        visit(op.ops);
      }
      parts.push(";");
    }
  };
  visit(ops);
  return hashText(parts.join("|"));
}
