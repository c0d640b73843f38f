import type { ClearStep } from "../document/recipe";
import { groundOf, type Ground } from "./ground";
import { mainColoursOf, type MainColour } from "./raster-colours";
import { toOklab, type Raster } from "./raster";

/*
 * A plain, or softly changing, ground around a flat picture becomes see-through, from the border inwards. At the edge each
 * pixel is a mixture of the mark and the ground that is known: its share and the mark's own colour are solved from that,
 * so that nothing of the ground is left in it.
 */

/** Pixels along which the ground is taken as the same. */
const stretch = 8;
/** Steps of the distances that are kept, in OKLab. */
const distanceStep = 0.002;
/** A colour is a mixture of two others when it lies so many levels from the line between them. */
const offLine = 16;
/** Share of a mark from which on a colour is one of its own, however thin its strokes are. */
const muchOfIt = 0.12;

/** What a pixel is: 0 for the mark, or one of these. */
const [near, cleared] = [1, 2] as const;

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
  const { state, distances } = nearGround(raster, ground, how);
  flood(state, width, height, how);
  if (ground.noise > 0.5) dropSpecks(state, distances, width, how);
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
  if (!hard) new EdgeSolver(raster, ground, state, how.edge, made).solve();
  return { raster: made, share: gone / state.length };
}

/** Which pixels look like the ground, and how far all others are from it. */
function nearGround({ width, height, data }: Raster, ground: Ground, { tolerance }: ClearStep) {
  const state = new Uint8Array(width * height);
  const distances = new Uint8Array(width * height);
  const limit = Math.max(tolerance, (3.5 * ground.noise) / 255);
  const [levels, there, own] = [new Float32Array(3), new Float32Array(3), new Float32Array(3)];
  // Flat pictures have long runs of one colour: what was found for the pixel before holds.
  let [last, is, far] = [-1, 0, 0];
  let placed = false;
  for (let y = 0, p = 0; y < height; y++) {
    for (let x = 0; x < width; x++, p++) {
      if (x % stretch === 0 && (p === 0 || !ground.plain)) {
        ground.at(Math.min(width - 1, x + stretch / 2), y, levels);
        last = -1;
        placed = false;
      }
      const at = p * 4;
      const r = data[at]!;
      const g = data[at + 1]!;
      const b = data[at + 2]!;
      const colour = data[at + 3]! < 8 ? -2 : (r << 16) | (g << 8) | b;
      if (colour !== last) {
        last = colour;
        const off = Math.max(Math.abs(r - levels[0]!), Math.abs(g - levels[1]!), Math.abs(b - levels[2]!));
        // What was see-through is ground as well.
        if (off <= 2 || colour === -2) {
          is = near;
          far = 0;
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

/** Solves the edge between the mark and the cleared ground, from the inside outwards. */
class EdgeSolver {
  private readonly depth: Int8Array;
  /** Colour of the mark beside an edge pixel, by its place in the bands. */
  private readonly place: Map<number, number> = new Map();
  private readonly colours: number[] = [];
  private readonly neighbours: readonly number[];
  private readonly ground = new Float32Array(3);
  private palette: readonly MainColour[] = [];

  constructor(
    private readonly from: Raster,
    private readonly behind: Ground,
    private readonly state: Uint8Array,
    private readonly edge: number,
    private readonly made: { readonly width: number; readonly data: Uint8Array },
  ) {
    const { width, height } = from;
    this.depth = new Int8Array(width * height);
    this.neighbours = [-width - 1, -width, -width + 1, -1, 1, width - 1, width, width + 1];
  }

  solve(): void {
    const bands = this.bands();
    const whole = mainColoursOf(this.from, (p) => this.state[p] !== cleared && this.depth[p] === 0);
    this.palette = whole.length > 0 ? whole : mainColoursOf(this.from, (p) => this.state[p] !== cleared);
    // The first whole layer inside tells what colour the mark has there.
    for (const p of bands.get(this.edge + 1) ?? []) this.settle(p, this.own(p));
    for (let layer = this.edge; layer >= 1; layer--) for (const p of bands.get(layer) ?? []) this.inside(p, layer);
    for (const layer of [-1, -2]) for (const p of bands.get(layer) ?? []) this.outside(p, layer);
  }

  /** Pixels by how many steps they are inside the mark (1, 2, …) or outside (-1, -2). */
  private bands(): ReadonlyMap<number, readonly number[]> {
    const bands = new Map<number, number[]>();
    const { state, depth } = this;
    const step = (layer: number, starts: readonly number[], isOne: (p: number) => boolean) => {
      const found: number[] = [];
      const take = (p: number) => {
        depth[p] = layer;
        found.push(p);
      };
      for (const from of starts) this.each(from, (p) => depth[p] === 0 && isOne(p) && take(p));
      bands.set(layer, found);
      return found;
    };
    const inside = (p: number) => state[p] !== cleared;
    let last = this.rim();
    bands.set(1, last);
    for (let layer = 2; layer <= this.edge + 1; layer++) last = step(layer, last, inside);
    const out = step(-1, bands.get(1)!, (p) => state[p] === cleared);
    step(-2, out, (p) => state[p] === cleared);
    return bands;
  }

  /** Pixels of the mark that touch the cleared ground. */
  private rim(): number[] {
    const { state, depth } = this;
    const { width, height } = this.from;
    const found: number[] = [];
    for (let y = 0, p = 0; y < height; y++) {
      const [above, below] = [y > 0 ? -width : 0, y < height - 1 ? width : 0];
      for (let x = 0; x < width; x++, p++) {
        if (state[p] === cleared) continue;
        const [left, right] = [x > 0 ? -1 : 0, x < width - 1 ? 1 : 0];
        const meets =
          state[p + left] === cleared ||
          state[p + right] === cleared ||
          state[p + above] === cleared ||
          state[p + below] === cleared ||
          state[p + above + left] === cleared ||
          state[p + above + right] === cleared ||
          state[p + below + left] === cleared ||
          state[p + below + right] === cleared;
        if (!meets) continue;
        depth[p] = 1;
        found.push(p);
      }
    }
    return found;
  }

  private each(p: number, visit: (q: number) => void): void {
    const { width } = this.from;
    const x = p % width;
    for (const by of this.neighbours) {
      const q = p + by;
      if (q < 0 || q >= this.state.length || Math.abs((q % width) - x) > 1) continue;
      visit(q);
    }
  }

  private own(p: number): readonly [number, number, number] {
    const { data } = this.from;
    return [data[p * 4]!, data[p * 4 + 1]!, data[p * 4 + 2]!];
  }

  private settle(p: number, [r, g, b]: readonly [number, number, number]): void {
    this.place.set(p, this.colours.length);
    this.colours.push(r, g, b);
  }

  /** The colour of the mark beside a pixel: the mean of what is settled further in. */
  private beside(p: number, layer: number): readonly [number, number, number] | undefined {
    let [r, g, b, count] = [0, 0, 0, 0];
    this.each(p, (q) => {
      const at = this.place.get(q);
      if (at === undefined || this.depth[q]! === layer || (layer < 0 && this.depth[q]! < layer)) return;
      r += this.colours[at]!;
      g += this.colours[at + 1]!;
      b += this.colours[at + 2]!;
      count++;
    });
    return count === 0 ? undefined : [r / count, g / count, b / count];
  }

  private groundAt(p: number): Float32Array {
    const { width } = this.from;
    this.behind.at(p % width, Math.floor(p / width), this.ground);
    return this.ground;
  }

  /** How much of `full` over the ground a colour is, and how far it is from any such mixture, in levels. */
  private mixture(c: readonly number[], full: readonly number[], ground: Float32Array) {
    const v = [full[0]! - ground[0]!, full[1]! - ground[1]!, full[2]! - ground[2]!];
    const size = v[0]! * v[0]! + v[1]! * v[1]! + v[2]! * v[2]!;
    const d = [c[0]! - ground[0]!, c[1]! - ground[1]!, c[2]! - ground[2]!];
    const share = size < 1 ? 1 : (d[0]! * v[0]! + d[1]! * v[1]! + d[2]! * v[2]!) / size;
    const off = Math.hypot(d[0]! - share * v[0]!, d[1]! - share * v[1]!, d[2]! - share * v[2]!);
    return { share, off, size };
  }

  private inside(p: number, layer: number): void {
    const c = this.own(p);
    const ground = this.groundAt(p);
    const full = this.beside(p, layer) ?? this.thin(c, ground);
    const { share, off } = this.mixture(c, full, ground);
    // Another colour of the mark, or whole already: it stays as it is, and what lies outside it goes by it.
    if (share >= 0.96 || off > offLine + 3 * this.behind.noise) return this.settle(p, c);
    this.settle(p, full);
    this.write(p, c, full, Math.max(0, share), ground);
  }

  /**
   * In strokes so thin that nothing of them is whole: itself where much of the mark is so, otherwise the strongest of the
   * main colours that it may be a mixture of.
   */
  private thin(c: readonly [number, number, number], ground: Float32Array): readonly [number, number, number] {
    let best = c;
    let strongest = 0;
    for (const { r, g, b, share: much } of this.palette) {
      const { share, off, size } = this.mixture(c, [r, g, b], ground);
      if (off > offLine + 3 * this.behind.noise || share < 0.05 || share > 1.15) continue;
      if (Math.abs(1 - share) < 0.06 && much > muchOfIt) return c;
      if (size > strongest) [best, strongest] = [[r, g, b], size];
    }
    return best;
  }

  private outside(p: number, layer: number): void {
    const full = this.beside(p, layer);
    if (!full) return;
    const c = this.own(p);
    const ground = this.groundAt(p);
    const { share, off, size } = this.mixture(c, full, ground);
    const least = Math.max(layer === -1 ? 0.02 : 0.05, (3 * this.behind.noise) / Math.sqrt(size));
    if (size < 100 || share < least || share > 0.6 || off > offLine) return;
    this.settle(p, full);
    this.write(p, c, full, share, ground);
  }

  private write(p: number, c: readonly number[], full: readonly number[], share: number, ground: Float32Array): void {
    const { data } = this.made;
    const alpha = Math.round(share * 255);
    // Of what is hardly there the colour can't be solved: it takes that of the mark beside it.
    const trust = Math.min(1, Math.max(0, (share - 0.15) / 0.35));
    for (let i = 0; i < 3; i++) {
      const solved = share > 0.01 ? (c[i]! - (1 - share) * ground[i]!) / share : full[i]!;
      const level = trust * Math.min(255, Math.max(0, solved)) + (1 - trust) * full[i]!;
      data[p * 4 + i] = alpha === 0 ? 0 : Math.round(level);
    }
    data[p * 4 + 3] = alpha;
  }
}
