import { makePath, type Path, type PathCommand } from "./path";

/** A straight or curved piece of a path with its length; points are x, y pairs from start to end. */
interface Piece {
  readonly points: readonly number[];
  readonly length: number;
}

interface Contour {
  readonly pieces: readonly Piece[];
  readonly closed: boolean;
  readonly length: number;
}

// Nodes and weights of Gauss–Legendre quadrature with eight points on -1..1.
const nodes = [0.1834346424956498, 0.525532409916329, 0.7966664774136267, 0.9602898564975363];
const weights = [0.362683783378362, 0.3137066458778873, 0.2223810344533745, 0.1012285362903763];

/** Speed along a quadratic or cubic at the share t. */
function speed(p: readonly number[], t: number): number {
  const r = 1 - t;
  const along = (i: 0 | 1): number => {
    const at = (n: number) => p[n * 2 + i]!;
    if (p.length === 6) return 2 * r * (at(1) - at(0)) + 2 * t * (at(2) - at(1));
    return 3 * r * r * (at(1) - at(0)) + 6 * r * t * (at(2) - at(1)) + 3 * t * t * (at(3) - at(2));
  };
  return Math.hypot(along(0), along(1));
}

/** Length of a curve from its start to the share t; in four parts, so that tight bends come out right too. */
function lengthTo(p: readonly number[], t: number): number {
  const parts = 4;
  const half = t / parts / 2;
  let sum = 0;
  for (let part = 0; part < parts; part++) {
    const middle = (2 * part + 1) * half;
    for (const [i, node] of nodes.entries()) {
      sum += weights[i]! * (speed(p, middle - node * half) + speed(p, middle + node * half));
    }
  }
  return sum * half;
}

function piece(points: readonly number[]): Piece {
  const straight = points.length === 4;
  const length = straight ? Math.hypot(points[2]! - points[0]!, points[3]! - points[1]!) : lengthTo(points, 1);
  return { points, length };
}

function contoursOf(path: Path): Contour[] {
  const contours: { pieces: Piece[]; closed: boolean }[] = [];
  let start: [number, number] = [0, 0];
  let at: [number, number] = [0, 0];
  const open = () => {
    const last = contours[contours.length - 1];
    if (last && !last.closed && last.pieces.length === 0) return last;
    const fresh = { pieces: [], closed: false };
    contours.push(fresh);
    return fresh;
  };
  let current: { pieces: Piece[]; closed: boolean } | undefined;
  for (const command of path.commands) {
    if (command[0] === "M") {
      start = at = [command[1], command[2]];
      current = open();
    } else if (command[0] === "Z") {
      if (!current) continue;
      if (Math.hypot(start[0] - at[0], start[1] - at[1]) > 1e-9) current.pieces.push(piece([...at, ...start]));
      current.closed = true;
      at = start;
      current = undefined;
    } else {
      current ??= open();
      const points = [...at, ...(command.slice(1) as number[])];
      const made = piece(points);
      if (made.length > 1e-12) current.pieces.push(made);
      at = points.slice(-2) as [number, number];
    }
  }
  return contours
    .filter(({ pieces }) => pieces.length > 0)
    .map((contour) => ({ ...contour, length: contour.pieces.reduce((sum, { length }) => sum + length, 0) }));
}

/** Length of a path's outlines together, in the path's own unit. Source: Gauss–Legendre quadrature. */
export const pathLength = (path: Path): number => contoursOf(path).reduce((sum, { length }) => sum + length, 0);

/** The share of a curve at which its length from the start is `wanted`. */
function shareAt({ points, length }: Piece, wanted: number): number {
  if (points.length === 4) return wanted / length;
  let low = 0;
  let high = 1;
  let t = wanted / length;
  for (let i = 0; i < 40; i++) {
    const error = lengthTo(points, t) - wanted;
    if (Math.abs(error) < 1e-10 * length) break;
    if (error > 0) high = t;
    else low = t;
    const next = t - error / speed(points, t);
    t = next > low && next < high ? next : (low + high) / 2;
  }
  return t;
}

/** The part of a curve between two shares, by de Casteljau. */
function part(points: readonly number[], from: number, to: number): readonly number[] {
  const cut = (list: readonly number[], t: number): [number[], number[]] => {
    const left: number[] = [];
    const right: number[] = [];
    let row = [...list];
    while (row.length > 0) {
      left.push(row[0]!, row[1]!);
      right.unshift(row[row.length - 2]!, row[row.length - 1]!);
      const next: number[] = [];
      for (let i = 0; i + 3 < row.length; i += 2) {
        next.push(row[i]! + (row[i + 2]! - row[i]!) * t, row[i + 1]! + (row[i + 3]! - row[i + 1]!) * t);
      }
      row = next;
    }
    return [left, right];
  };
  const head = to < 1 ? cut(points, to)[0] : points;
  return from > 0 ? cut(head, from / to)[1] : head;
}

function draw(commands: PathCommand[], points: readonly number[], move: boolean): void {
  if (move) commands.push(["M", points[0]!, points[1]!]);
  const name = points.length === 4 ? "L" : points.length === 6 ? "Q" : "C";
  commands.push([name, ...points.slice(2)] as unknown as PathCommand);
}

/** The stretch of one outline between two lengths along it. */
function stretch(commands: PathCommand[], contour: Contour, from: number, to: number, joined: boolean): void {
  let passed = 0;
  let move = !joined;
  for (const entry of contour.pieces) {
    const start = Math.max(0, from - passed);
    const end = Math.min(entry.length, to - passed);
    passed += entry.length;
    if (end <= start + 1e-12) continue;
    const a = start <= 0 ? 0 : shareAt(entry, start);
    const b = end >= entry.length ? 1 : shareAt(entry, end);
    draw(commands, part(entry.points, a, b), move);
    move = false;
  }
}

/**
 * The part of every outline between two shares of its length. Where `to` is before `from`, a closed outline runs on
 * through its start.
 */
export function trimPath(path: Path, from: number, to: number): Path {
  if (from <= 0 && to >= 1) return path;
  const commands: PathCommand[] = [];
  for (const contour of contoursOf(path)) {
    const { length, closed } = contour;
    if (to >= from) stretch(commands, contour, from * length, to * length, false);
    else {
      stretch(commands, contour, from * length, length, false);
      if (to > 0) stretch(commands, contour, 0, to * length, closed);
    }
  }
  return makePath(`${path.id}~${from},${to}`, commands);
}
