import type { ClearStep } from "../document/recipe";
import { codingNoise } from "./coding-noise";
import { groundOf, type Ground } from "./ground";
import { toOklab, type Raster } from "./raster";
import { cleared, solveEdge } from "./solve-edge";

/*
 * A plain, or softly changing, ground around a flat picture becomes see-through, from the border inwards.
 */

/** Pixels along which the ground is taken as the same: a power of two, the more the larger the picture. */
const stretchOf = (width: number): number => (width > 2000 ? 32 : 8);
/** Steps of the distances that are kept, in OKLab. */
const distanceStep = 0.002;
/** What a pixel is: 0 for the mark, or one of these. */
const near = 1;

export interface Cleared {
  readonly raster: Raster;
  /** Share of the picture that is see-through now. */
  readonly share: number;
  /** Why nothing was cleared. */
  readonly fault?: "no_ground" | "all_ground";
}

/** Clears the ground. With `hard`, edges are cut without solving them, as a plain removal would. */
export function clearGround(raster: Raster, how: ClearStep, hard = false): Cleared {
  const ground = groundOf(raster);
  if (!ground) return { raster, share: 0, fault: "no_ground" };
  const { width, height } = raster;
  const coding = codingNoise(raster, ground);
  const { state, distances } = nearGround(raster, ground, how, coding);
  flood(state, width, height, how);
  if (ground.noise > 0.5 || coding > 0) dropSpecks(state, distances, width, how);
  if (coding > 0) dropFaint(raster, ground, state, faintest + faintShare * coding);
  const data = new Uint8Array(raster.data);
  const whole = new Uint32Array(data.buffer);
  let gone = 0;
  for (let p = 0; p < state.length; p++) {
    if (state[p] !== cleared) continue;
    whole[p] = 0;
    gone++;
  }
  if (gone === state.length) return { raster, share: 0, fault: "all_ground" };
  const made = { width, height, data };
  if (!hard) solveEdge(raster, ground, state, how.edge, made);
  return { raster: made, share: gone / state.length };
}

/** Which pixels look like the ground, and how far all others are from it. */
function nearGround({ width, height, data }: Raster, ground: Ground, { tolerance }: ClearStep, coding: number) {
  // Pixels as single numbers: most are like the one before.
  const aligned = data.byteOffset % 4 === 0 ? data : new Uint8Array(data);
  const whole = new Uint32Array(aligned.buffer, aligned.byteOffset, width * height);
  const state = new Uint8Array(width * height);
  const distances = new Uint8Array(width * height);
  const limit = Math.max(tolerance, (3.5 * ground.noise) / 255);
  // Where coding has strewn it, levels count: near black a single one looks like a large step in OKLab.
  const alike = Math.max(2, Math.min(mostAlike, alikeShare * coding));
  const [levels, there, own] = [new Float32Array(3), new Float32Array(3), new Float32Array(3)];
  // Flat pictures have long runs of one colour: what was found for the pixel before holds.
  const stretch = stretchOf(width);
  const within = stretch - 1;
  // A level so far from the ground's is further away than any usual limit, whatever the colour.
  const plainlyFar = limit < 0.06 ? 120 : 256;
  let last = 0;
  let is = 0;
  let far = 0;
  let known = false;
  let placed = false;
  for (let y = 0, p = 0; y < height; y++) {
    for (let x = 0; x < width; x++, p++) {
      if ((x & within) === 0 && (p === 0 || !ground.plain)) {
        ground.at(Math.min(width - 1, x + stretch / 2), y, levels);
        known = false;
        placed = false;
      }
      const pixel = whole[p]!;
      if (pixel !== last || !known) {
        last = pixel;
        known = true;
        const at = p * 4;
        const r = data[at]!;
        const g = data[at + 1]!;
        const b = data[at + 2]!;
        const off = Math.max(Math.abs(r - levels[0]!), Math.abs(g - levels[1]!), Math.abs(b - levels[2]!));
        // What was see-through is ground as well.
        if (off <= alike || data[at + 3]! < 8) {
          is = near;
          far = 0;
        } else if (off > plainlyFar) {
          is = 0;
          far = 255;
        } else {
          if (!placed) toOklab(Math.round(levels[0]!), Math.round(levels[1]!), Math.round(levels[2]!), there);
          placed = true;
          toOklab(r, g, b, own);
          const l = own[0]! - there[0]!;
          const m = own[1]! - there[1]!;
          const n = own[2]! - there[2]!;
          const d = Math.sqrt(l * l + m * m + n * n);
          far = Math.min(255, d / distanceStep);
          is = d <= limit ? near : 0;
        }
      }
      state[p] = is;
      distances[p] = far;
    }
  }
  return { state, distances };
}

/** Marks what hangs together with the border, or with a pressed point, as cleared; with `enclosed` all that is near. */
function flood(state: Uint8Array, width: number, height: number, { enclosed, points }: ClearStep): void {
  if (enclosed) {
    for (let p = 0; p < state.length; p++) if (state[p] === near) state[p] = cleared;
    return;
  }
  // Whole runs of a row at a time: their starts wait here.
  const open = new Int32Array(state.length + 1);
  let waiting = 0;
  const enter = (p: number) => {
    if (state[p] === near) open[waiting++] = p;
  };
  const work = () => {
    while (waiting > 0) {
      const p = open[--waiting]!;
      if (state[p] !== near) continue;
      const row = p - (p % width);
      let [from, to] = [p, p];
      while (from > row && state[from - 1] === near) from--;
      while (to < row + width - 1 && state[to + 1] === near) to++;
      state.fill(cleared, from, to + 1);
      for (const next of [from - width, from + width]) {
        if (next < 0 || next >= state.length) continue;
        for (let q = next, end = next + to - from; q <= end; q++) {
          if (state[q] === near && (q === next || state[q - 1] !== near)) enter(q);
        }
      }
    }
  };
  const start = (p: number) => {
    enter(p);
    work();
  };
  for (let x = 0; x < width; x++) {
    start(x);
    start((height - 1) * width + x);
  }
  for (let y = 0; y < height; y++) {
    start(y * width);
    start(y * width + width - 1);
  }
  for (const { x, y } of points) {
    start(Math.min(height - 1, Math.floor(y * height)) * width + Math.min(width - 1, Math.floor(x * width)));
  }
}

/** Of coding noise, how many times as far a level may be from the background to be part of it, and at most in levels. */
const alikeShare = 2;
const mostAlike = 24;
/** What holds no pixel so many levels from the background, plus so many times the noise, is noise itself. */
const faintest = 24;
const faintShare = 2;

/** Takes away patches of what is left that are faint in all their pixels: ringing, apart from what is drawn. */
function dropFaint({ width, data }: Raster, ground: Ground, state: Uint8Array, strong: number): void {
  const seen = new Uint8Array(state.length);
  const open = new Int32Array(state.length);
  const levels = [0, 0, 0];
  const isStrong = (p: number): boolean => {
    if (!ground.plain || p === 0) ground.at(p % width, Math.floor(p / width), levels);
    const at = p * 4;
    return (
      Math.abs(data[at]! - levels[0]!) > strong ||
      Math.abs(data[at + 1]! - levels[1]!) > strong ||
      Math.abs(data[at + 2]! - levels[2]!) > strong
    );
  };
  ground.at(0, 0, levels);
  for (let start = 0; start < state.length; start++) {
    if (seen[start] || state[start] === cleared) continue;
    let [count, next, kept] = [0, 0, false];
    open[count++] = start;
    seen[start] = 1;
    while (next < count) {
      const p = open[next++]!;
      kept ||= isStrong(p);
      const x = p % width;
      for (const q of [p - 1, p + 1, p - width, p + width]) {
        if (q < 0 || q >= state.length || seen[q] || state[q] === cleared) continue;
        if ((q === p - 1 && x === 0) || (q === p + 1 && x === width - 1)) continue;
        seen[q] = 1;
        open[count++] = q;
      }
    }
    if (kept) continue;
    for (let i = 0; i < count; i++) state[open[i]!] = cleared;
  }
}

/** Faint single pixels amidst the ground are noise of coding. */
function dropSpecks(state: Uint8Array, distances: Uint8Array, width: number, { tolerance }: ClearStep): void {
  const most = (2.5 * tolerance) / distanceStep;
  for (let p = width + 1; p < state.length - width - 1; p++) {
    if (state[p] === cleared || distances[p]! > most) continue;
    let around = 0;
    for (const q of [-width - 1, -width, -width + 1, -1, 1, width - 1, width, width + 1]) {
      if (state[p + q] === cleared) around++;
    }
    if (around >= 6) state[p] = cleared;
  }
}
