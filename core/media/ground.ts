import type { Raster } from "./raster";

/* The ground behind a flat picture: a plain colour, or one that changes softly from side to side. */

/** Terms of a surface of second order in x and y, each 0–1. */
const terms = 6;
/** Points of the picture's border that the ground is found by. */
const mostPoints = 2400;

export interface Ground {
  /** Writes the ground's levels at a pixel; not rounded. */
  readonly at: (x: number, y: number, into: Float32Array | number[]) => void;
  /** Standard deviation of the picture from it, in levels: noise of coding. */
  readonly noise: number;
  /** Share of the border that lies on it. */
  readonly share: number;
  /** The same everywhere. */
  readonly plain: boolean;
}

type Point = readonly [x: number, y: number];

/** Points along the border, two pixels deep, evenly spread. */
function borderPoints({ width, height }: Raster): Point[] {
  const points: Point[] = [];
  const step = Math.max(1, Math.ceil((2 * (width + height)) / mostPoints));
  for (let x = 0; x < width; x += step) points.push([x, 0], [x, height - 1]);
  for (let y = 0; y < height; y += step) points.push([0, y], [width - 1, y]);
  return points;
}

/**
 * The ground of a picture, by its border; what of the mark touches the border is left out. Undefined where the border is
 * see-through already, or of many colours.
 */
export function groundOf(raster: Raster): Ground | undefined {
  const { width, data } = raster;
  const points = borderPoints(raster).filter(([x, y]) => data[(y * width + x) * 4 + 3]! > 250);
  if (points.length < 8) return undefined;
  const middle = [0, 1, 2].map((c) => commonLevel(points.map(([x, y]) => data[(y * width + x) * 4 + c]!)));
  let kept = points.filter(([x, y]) => apart(data, (y * width + x) * 4, middle) < 40);
  // A slope from side to side has no common level: then all of it is tried.
  if (kept.length < points.length * 0.3) kept = points;
  let surface = fitted(raster, kept);
  for (let turn = 0; turn < 4; turn++) {
    const off = kept.map(([x, y]) => differenceAt(raster, surface, x, y));
    const spread = median(off) * 1.5 + 2;
    const closer = points.filter(([x, y]) => differenceAt(raster, surface, x, y) <= spread * 2);
    if (closer.length < Math.max(8, points.length * 0.2)) break;
    kept = closer;
    surface = fitted(raster, kept);
  }
  const off = kept.map(([x, y]) => differenceAt(raster, surface, x, y));
  const noise = Math.sqrt(off.reduce((sum, d) => sum + d * d, 0) / Math.max(1, off.length));
  const share = kept.length / points.length;
  if (share < 0.35 || noise > 24) return undefined;
  const plain = surface.every((c) => c.slice(1).every((term) => Math.abs(term) < 1.5));
  return { at: levelsOn(raster, surface), noise, share, plain };
}

/** The middle of the fullest sixteenth of all levels. */
function commonLevel(levels: readonly number[]): number {
  const sorted = [...levels].sort((a, b) => a - b);
  let [best, from] = [0, 0];
  let at = 0;
  for (let i = 0; i < sorted.length; i++) {
    while (sorted[i]! - sorted[at]! > 16) at++;
    if (i - at > best) [best, from] = [i - at, at];
  }
  return sorted[from + (best >> 1)]!;
}

const apart = (data: Raster["data"], at: number, [r, g, b]: readonly number[]): number =>
  Math.max(Math.abs(data[at]! - r!), Math.abs(data[at + 1]! - g!), Math.abs(data[at + 2]! - b!));

const median = (values: readonly number[]): number => [...values].sort((a, b) => a - b)[values.length >> 1] ?? 0;

function differenceAt({ width, height, data }: Raster, surface: readonly number[][], x: number, y: number): number {
  const at = (y * width + x) * 4;
  const [u, v] = [x / width, y / height];
  let most = 0;
  for (let c = 0; c < 3; c++) most = Math.max(most, Math.abs(data[at + c]! - valueOf(surface[c]!, u, v)));
  return most;
}

const valueOf = ([a, b, c, d, e, f]: readonly number[], u: number, v: number): number =>
  a! + b! * u + c! * v + d! * u * u + e! * u * v + f! * v * v;

function levelsOn({ width, height }: Raster, surface: readonly number[][]): Ground["at"] {
  // Side by side in one array: it is asked for at millions of places.
  const k = Float64Array.from(surface.flat());
  return (x, y, into) => {
    const u = x / width;
    const v = y / height;
    for (let c = 0, at = 0; c < 3; c++, at += terms) {
      const across = k[at]! + (k[at + 1]! + k[at + 3]! * u) * u;
      const level = across + (k[at + 2]! + k[at + 4]! * u + k[at + 5]! * v) * v;
      into[c] = level < 0 ? 0 : level > 255 ? 255 : level;
    }
  };
}

/** Surfaces of second order through the points, one for each of red, green, blue: least squares by normal equations. */
function fitted({ width, height, data }: Raster, points: readonly Point[]): number[][] {
  const normal = Array.from({ length: terms }, () => new Array<number>(terms + 3).fill(0));
  for (const [x, y] of points) {
    const [u, v] = [x / width, y / height];
    const row = [1, u, v, u * u, u * v, v * v];
    const at = (y * width + x) * 4;
    for (let i = 0; i < terms; i++) {
      for (let j = 0; j < terms; j++) normal[i]![j]! += row[i]! * row[j]!;
      for (let c = 0; c < 3; c++) normal[i]![terms + c]! += row[i]! * data[at + c]!;
    }
  }
  // A little weight against terms that the points say nothing about.
  for (let i = 1; i < terms; i++) normal[i]![i]! += 1e-6 * points.length;
  solve(normal);
  return [0, 1, 2].map((c) => normal.map((row) => row[terms + c]!));
}

/** Gauss–Jordan with pivots, in place; the right sides hold the answers afterwards. */
function solve(rows: number[][]): void {
  for (let i = 0; i < rows.length; i++) {
    let pivot = i;
    for (let j = i + 1; j < rows.length; j++) if (Math.abs(rows[j]![i]!) > Math.abs(rows[pivot]![i]!)) pivot = j;
    [rows[i], rows[pivot]] = [rows[pivot]!, rows[i]!];
    const head = rows[i]![i]! || 1e-12;
    for (let k = i; k < rows[i]!.length; k++) rows[i]![k]! /= head;
    for (let j = 0; j < rows.length; j++) {
      const times = rows[j]![i]!;
      if (j === i || times === 0) continue;
      for (let k = i; k < rows[j]!.length; k++) rows[j]![k]! -= times * rows[i]![k]!;
    }
  }
}
