import type { PathCommand } from "../geometry/path";
import { parseSvgPath } from "../geometry/svg-path";
import type { VectorShape } from "../document/vector";

/*
 * How much of a drawing is covered by ink: looked at along lines, on each of which the covered stretches are exact.
 */

export type Point = readonly [number, number];
const curveSteps = 24;

/** The outline as straight pieces, a contour a list. */
export function contours(commands: readonly PathCommand[]): Point[][] {
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
        // A line along it comes back to where it began.
        if (open[0]) open.push(open[0]);
        break;
    }
  }
  return all;
}

/** Lines across the height of a drawing. */
const lines = 360;

type Span = readonly [from: number, to: number];
type Shape = Pick<VectorShape, "d" | "rule" | "stroke">;

export interface Coverage {
  /** Covered by any of the shapes, each place once. */
  readonly area: number;
  readonly centre: { readonly x: number; readonly y: number };
  /** Of each shape, what no later one covers. */
  readonly visible: readonly number[];
}

/** What shapes cover between two heights, the later over the earlier. */
export function coverageOf(shapes: readonly Shape[], top: number, bottom: number): Coverage {
  const stepY = (bottom - top) / lines;
  const visible = shapes.map(() => 0);
  const none = { area: 0, centre: { x: 0, y: (top + bottom) / 2 }, visible };
  if (!(stepY > 0)) return none;
  const spans = shapes.map((shape) => spansOf(shape, top, stepY));
  let [area, mx, my] = [0, 0, 0];
  for (let line = 0; line < lines; line++) {
    let covered: readonly Span[] = [];
    for (let i = shapes.length - 1; i >= 0; i--) {
      const own = spans[i]!.get(line);
      if (!own) continue;
      const before = lengthOf(covered);
      covered = merged([...covered, ...own]);
      visible[i]! += (lengthOf(covered) - before) * stepY;
    }
    const y = top + (line + 0.5) * stepY;
    for (const [from, to] of covered) {
      const much = (to - from) * stepY;
      area += much;
      mx += (much * (from + to)) / 2;
      my += much * y;
    }
  }
  return area > 0 ? { area, centre: { x: mx / area, y: my / area }, visible } : none;
}

const lengthOf = (spans: readonly Span[]): number => spans.reduce((sum, [from, to]) => sum + to - from, 0);

/** Stretches that touch or overlap as one, in order. */
function merged(spans: readonly Span[]): Span[] {
  const out: [number, number][] = [];
  for (const [from, to] of [...spans].sort((a, b) => a[0] - b[0])) {
    const last = out.at(-1);
    if (last && from <= last[1]) last[1] = Math.max(last[1], to);
    else out.push([from, to]);
  }
  return out;
}

/** The covered stretches of one shape on each line that it meets. */
function spansOf({ d, rule, stroke }: Shape, top: number, stepY: number): ReadonlyMap<number, readonly Span[]> {
  const outlines = contours(parseSvgPath(d).commands);
  const filled = stroke ? outlines.flatMap((points) => thick(points, stroke.width / 2)) : outlines;
  const crossings = new Map<number, [x: number, turn: number][]>();
  for (const points of filled) {
    for (const [i, [ax, ay]] of points.entries()) {
      const [bx, by] = points[(i + 1) % points.length]!;
      if (ay === by) continue;
      const [low, high] = ay < by ? [ay, by] : [by, ay];
      // The lines whose middle lies at or above the lower end, and before the upper one.
      const first = Math.max(0, Math.ceil((low - top) / stepY - 0.5));
      for (let line = first; line < lines; line++) {
        const y = top + (line + 0.5) * stepY;
        if (y >= high) break;
        const x = ax + ((y - ay) / (by - ay)) * (bx - ax);
        const held = crossings.get(line);
        if (held) held.push([x, ay < by ? 1 : -1]);
        else crossings.set(line, [[x, ay < by ? 1 : -1]]);
      }
    }
  }
  const evenOdd = rule === "evenodd" && !stroke;
  return new Map([...crossings].map(([line, met]) => [line, spansBetween(met, evenOdd)]));
}

function spansBetween(met: [x: number, turn: number][], evenOdd: boolean): Span[] {
  met.sort((a, b) => a[0] - b[0]);
  const spans: Span[] = [];
  let turns = 0;
  for (const [i, [x, turn]] of met.entries()) {
    turns += evenOdd ? 1 : turn;
    const inside = evenOdd ? turns % 2 === 1 : turns !== 0;
    const next = met[i + 1];
    if (inside && next && next[0] > x) spans.push([x, next[0]]);
  }
  return merged(spans);
}

/** A line of some width: a box along each piece, and one about each corner, all turning the same way. */
function thick(points: readonly Point[], half: number): Point[][] {
  const boxes: Point[][] = [];
  for (const [i, [ax, ay]] of points.entries()) {
    const next = points[i + 1];
    if (!next) break;
    const [bx, by] = next;
    const length = Math.hypot(bx - ax, by - ay);
    if (length === 0) continue;
    const [nx, ny] = [(-(by - ay) / length) * half, ((bx - ax) / length) * half];
    boxes.push([
      [ax + nx, ay + ny],
      [bx + nx, by + ny],
      [bx - nx, by - ny],
      [ax - nx, ay - ny],
    ]);
  }
  return boxes;
}
