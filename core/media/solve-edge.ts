import type { Ground } from "./ground";
import { mainColoursOf, type MainColour } from "./raster-colours";
import type { Raster } from "./raster";

/*
 * At the edge of a mark each pixel is a mixture of the mark and the ground that is known: its share and the mark's own
 * colour are solved from that, so that nothing of the ground is left in it.
 */

/** A pixel of the ground that is see-through now. */
export const cleared = 2;

/** A colour is a mixture of two others when it lies so many levels from the line between them. */
const offLine = 16;
/** Share of a mark from which on a colour is one of its own, however thin its strokes are. */
const muchOfIt = 0.12;

/**
 * A picture was coded with loss, mostly with colour at half the size of brightness, when its ground is this uneven, in
 * levels, or rings beside so many places of an edge.
 */
const coding = { noise: 0.5, levels: 2.5, share: 0.15 } as const;
/** How much a difference of colour counts there beside one of brightness, which is as sharp as ever. */
const codedColour = 0.35;

/** What is solved: written to, pixel by pixel. */
interface Made {
  readonly width: number;
  readonly data: Uint8Array;
}

/**
 * Frees the edge of a mark from the ground, in `made`. `state` says which pixels are cleared; `edge` is how many pixels
 * inwards a mixture may reach.
 */
export function solveEdge(from: Raster, ground: Ground, state: Uint8Array, edge: number, made: Made): void {
  new EdgeSolver(from, ground, state, edge, made).solve();
}

/**
 * How much of `v` a difference `d` is where colours run over edges, and how far it is from any such share, in levels: by
 * brightness as far as the two differ in it.
 */
function codedMixture(d: readonly number[], v: readonly number[]): { share: number; off: number } {
  const parts = ([r, g, b]: readonly number[]): readonly number[] => {
    const light = 0.299 * r! + 0.587 * g! + 0.114 * b!;
    return [Math.sqrt(3) * light, r! - light, b! - light];
  };
  const [[dl, dr, db], [vl, vr, vb]] = [parts(d), parts(v)] as unknown as [number[], number[]];
  const weight = Math.abs(vl!) > 60 ? codedColour ** 2 : 1;
  const size = vl! * vl! + weight * (vr! * vr! + vb! * vb!);
  const share = size < 1 ? 1 : (dl! * vl! + weight * (dr! * vr! + db! * vb!)) / size;
  const [l, m, n] = [dl! - share * vl!, dr! - share * vr!, db! - share * vb!];
  return { share, off: Math.sqrt(l * l + weight * (m * m + n * n)) };
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
  private coded = false;

  constructor(
    private readonly from: Raster,
    private readonly behind: Ground,
    private readonly state: Uint8Array,
    private readonly edge: number,
    private readonly made: Made,
  ) {
    const { width, height } = from;
    this.depth = new Int8Array(width * height);
    this.neighbours = [-width - 1, -width, -width + 1, -1, 1, width - 1, width, width + 1];
  }

  solve(): void {
    const bands = this.bands();
    this.coded = this.behind.noise > coding.noise || this.rings(bands.get(1)!);
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
    for (let y = 0, row = 0; y < height; y++, row += width) {
      const [above, below] = [y > 0 ? -width : 0, y < height - 1 ? width : 0];
      // Whether the column of three at a place has cleared ground; along a run of the mark each is looked at once.
      const opens = (p: number): boolean =>
        state[p + above] === cleared || state[p] === cleared || state[p + below] === cleared;
      for (let x = 0; x < width; x++) {
        if (state[row + x] === cleared) continue;
        let before = x > 0 && opens(row + x - 1);
        let here = opens(row + x);
        for (; x < width && state[row + x] !== cleared; x++) {
          const after = x < width - 1 && opens(row + x + 1);
          if (before || here || after) {
            depth[row + x] = 1;
            found.push(row + x);
          }
          before = here;
          here = after;
        }
      }
    }
    return found;
  }

  /** Whether the ground is uneven a little away from the mark's edge, where nothing of the mark can reach. */
  private rings(rim: readonly number[]): boolean {
    const { width, data } = this.from;
    const step = Math.max(1, Math.floor(rim.length / 2000));
    let [looked, uneven] = [0, 0];
    for (let i = 0; i < rim.length; i += step) {
      for (const by of [-width, width, -1, 1]) {
        const away = [1, 2, 3, 4, 5].map((steps) => rim[i]! + steps * by);
        if (away.some((q) => q < 0 || q >= this.state.length || this.state[q] !== cleared)) continue;
        const q = away[3]!;
        const ground = this.groundAt(q);
        looked++;
        const off = Math.max(...[0, 1, 2].map((c) => Math.abs(data[q * 4 + c]! - ground[c]!)));
        if (off > coding.levels) uneven++;
      }
    }
    return uneven > looked * coding.share;
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
    if (this.coded) return { ...codedMixture(d, v), size };
    const share = size < 1 ? 1 : (d[0]! * v[0]! + d[1]! * v[1]! + d[2]! * v[2]!) / size;
    const off = Math.hypot(d[0]! - share * v[0]!, d[1]! - share * v[1]!, d[2]! - share * v[2]!);
    return { share, off, size };
  }

  private inside(p: number, layer: number): void {
    const c = this.own(p);
    const ground = this.groundAt(p);
    const beside = this.beside(p, layer);
    const full = beside ?? this.thin(c, ground);
    const { share, off } = this.mixture(c, full, ground);
    // In a coded stroke without a whole place the colour has run: it takes that of its main colour.
    if (!beside && this.coded && full !== c) {
      this.settle(p, full);
      return this.write(p, c, full, Math.min(1, Math.max(0, share)), ground);
    }
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
      if (off > offLine + 3 * this.behind.noise || share < 0.05 || share > (this.coded ? 1.4 : 1.15)) continue;
      if (Math.abs(1 - share) < (this.coded ? 0.2 : 0.06) && much > muchOfIt) return this.coded ? [r, g, b] : c;
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
    // Out of a coded picture no single pixel's colour is to be trusted.
    const trust = this.coded ? 0 : Math.min(1, Math.max(0, (share - 0.15) / 0.35));
    for (let i = 0; i < 3; i++) {
      const solved = share > 0.01 ? (c[i]! - (1 - share) * ground[i]!) / share : full[i]!;
      const level = trust * Math.min(255, Math.max(0, solved)) + (1 - trust) * full[i]!;
      data[p * 4 + i] = alpha === 0 ? 0 : Math.round(level);
    }
    data[p * 4 + 3] = alpha;
  }
}
