import { emptyBox, growBox, unionBox, type Box } from "../geometry/box";
import type { PathCommand } from "../geometry/path";
import { parseSvgPath } from "../geometry/svg-path";
import type { Vector, VectorShape } from "../document/vector";

/** Where the ink of a drawing is, in its own unit. */
export interface Ink {
  readonly box: Box;
  /** Covered area, as far as outlines tell; overlapping shapes count each. */
  readonly area: number;
  /** Middle of the covered area. */
  readonly centre: { readonly x: number; readonly y: number };
}

type Point = readonly [number, number];
const curveSteps = 24;

/** The outline as straight pieces, a contour a list. */
function contours(commands: readonly PathCommand[]): Point[][] {
  const all: Point[][] = [];
  let open: Point[] = [];
  const last = (): Point => open[open.length - 1] ?? [0, 0];
  for (const command of commands) {
    switch (command[0]) {
      case "M":
        open = [[command[1], command[2]]];
        all.push(open);
        break;
      case "L":
        open.push([command[1], command[2]]);
        break;
      case "Q": {
        const [ax, ay] = last();
        const [, bx, by, cx, cy] = command;
        for (let i = 1; i <= curveSteps; i++) {
          const t = i / curveSteps;
          const s = 1 - t;
          open.push([s * s * ax + 2 * s * t * bx + t * t * cx, s * s * ay + 2 * s * t * by + t * t * cy]);
        }
        break;
      }
      case "C": {
        const [ax, ay] = last();
        const [, bx, by, cx, cy, dx, dy] = command;
        for (let i = 1; i <= curveSteps; i++) {
          const t = i / curveSteps;
          const s = 1 - t;
          open.push([
            s ** 3 * ax + 3 * s * s * t * bx + 3 * s * t * t * cx + t ** 3 * dx,
            s ** 3 * ay + 3 * s * s * t * by + 3 * s * t * t * cy + t ** 3 * dy,
          ]);
        }
        break;
      }
      case "Z":
        break;
    }
  }
  return all;
}

/** Ink of one outline: its bounds on the curve itself, and its area with holes taken off. Source: shoelace formula. */
export function pathInk(d: string): Ink {
  let [left, top, right, bottom] = [Infinity, Infinity, -Infinity, -Infinity];
  let [twice, mx, my] = [0, 0, 0];
  for (const points of contours(parseSvgPath(d).commands)) {
    for (const [i, [x, y]] of points.entries()) {
      [left, top] = [Math.min(left, x), Math.min(top, y)];
      [right, bottom] = [Math.max(right, x), Math.max(bottom, y)];
      const [nx, ny] = points[(i + 1) % points.length]!;
      const cross = x * ny - nx * y;
      twice += cross;
      mx += (x + nx) * cross;
      my += (y + ny) * cross;
    }
  }
  if (left > right) return { box: emptyBox, area: 0, centre: { x: 0, y: 0 } };
  const box = { x: left, y: top, width: right - left, height: bottom - top };
  const middle = { x: left + box.width / 2, y: top + box.height / 2 };
  const centre = Math.abs(twice) > 1e-9 ? { x: mx / (3 * twice), y: my / (3 * twice) } : middle;
  return { box, area: Math.abs(twice) / 2, centre };
}

/** Ink of one shape: of what is filled, or of the line along it. */
export function shapeInk({ d, stroke }: Pick<VectorShape, "d" | "stroke">): Ink {
  const ink = pathInk(d);
  if (!stroke) return ink;
  const length = contours(parseSvgPath(d).commands).reduce(
    (sum, points) =>
      sum + points.slice(1).reduce((s, [x, y], i) => s + Math.hypot(x - points[i]![0], y - points[i]![1]), 0),
    0,
  );
  const { box } = ink;
  const centre = { x: box.x + box.width / 2, y: box.y + box.height / 2 };
  return { box: growBox(box, stroke.width / 2), area: length * stroke.width, centre };
}

/** Ink of a whole drawing; throws when none of its shapes has any. */
export function vectorInk({ shapes }: Pick<Vector, "shapes">): Ink {
  let box = emptyBox;
  let [area, mx, my] = [0, 0, 0];
  for (const shape of shapes) {
    const ink = shapeInk(shape);
    if (ink.area === 0) continue;
    box = unionBox(box, ink.box);
    area += ink.area;
    mx += ink.centre.x * ink.area;
    my += ink.centre.y * ink.area;
  }
  if (area === 0) throw new Error("this drawing has no ink");
  return { box, area, centre: { x: mx / area, y: my / area } };
}
