import { emptyBox, growBox, unionBox, type Box } from "../geometry/box";
import { parseSvgPath } from "../geometry/svg-path";
import type { Vector, VectorShape } from "../document/vector";
import { contours, coverageOf } from "./coverage";

/** Where the ink of a drawing is, in its own unit. */
export interface Ink {
  readonly box: Box;
  /** Covered area, as far as outlines tell: what lies over one another counts once, holes don't. */
  readonly area: number;
  /** Middle of the covered area. */
  readonly centre: { readonly x: number; readonly y: number };
}

/** Bounds of an outline, or of a line of some width along it; undefined for one that goes nowhere. */
export function boundsOf({ d, stroke }: Pick<VectorShape, "d" | "stroke">): Box | undefined {
  let [left, top, right, bottom] = [Infinity, Infinity, -Infinity, -Infinity];
  for (const points of contours(parseSvgPath(d).commands)) {
    for (const [x, y] of points) {
      [left, top] = [Math.min(left, x), Math.min(top, y)];
      [right, bottom] = [Math.max(right, x), Math.max(bottom, y)];
    }
  }
  if (left > right) return undefined;
  const box = { x: left, y: top, width: right - left, height: bottom - top };
  return stroke ? growBox(box, stroke.width / 2) : box;
}

function shapesInk(shapes: readonly Pick<VectorShape, "d" | "rule" | "stroke">[]): Ink {
  const box = shapes.reduce<Box>((all, shape) => unionBox(all, boundsOf(shape) ?? emptyBox), emptyBox);
  const { area, centre } = coverageOf(shapes, box.y, box.y + box.height);
  const middle = { x: box.x + box.width / 2, y: box.y + box.height / 2 };
  return { box, area, centre: area > 0 ? centre : middle };
}

/** Ink of a whole drawing; throws when none of its shapes has any. */
export function vectorInk({ shapes }: Pick<Vector, "shapes">): Ink {
  const inked = shapes.filter((shape) => shapesInk([shape]).area > 0);
  if (inked.length === 0) throw new Error("this drawing has no ink");
  return shapesInk(inked);
}

/** Of each shape of a drawing the area that no later one covers. */
export function visibleAreas({ shapes }: Pick<Vector, "shapes">): readonly number[] {
  const { y, height } = shapes.reduce<Box>((all, shape) => unionBox(all, boundsOf(shape) ?? emptyBox), emptyBox);
  return coverageOf(shapes, y, y + height).visible;
}
