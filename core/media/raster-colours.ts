import { toOklab, type Raster } from "./raster";

export interface MainColour {
  readonly r: number;
  readonly g: number;
  readonly b: number;
  /** Of all that counts. */
  readonly share: number;
}

/** Colours nearer than this are one. */
const same = 0.055;
const leastShare = 0.01;
/** Pixels that are looked at, evenly spread. */
const mostLooked = 120_000;
/** Levels that neighbours may differ by where a colour is even: edges between two colours are mixtures of them. */
const even = 10;

interface Cell {
  readonly lab: readonly [number, number, number];
  sum: [number, number, number];
  count: number;
}

/**
 * The main colours of a picture, the one that covers most first: few and distinct, of even places only, so that what is
 * mixed at edges is none of them. `counts` says which pixels take part.
 */
export function mainColoursOf(
  { width, height, data }: Raster,
  counts: (pixel: number) => boolean = (p) => data[p * 4 + 3]! > 250,
  most = 8,
): MainColour[] {
  const [evenly, all] = [new Map<number, Cell>(), new Map<number, Cell>()];
  const step = Math.max(1, Math.floor(Math.sqrt((width * height) / mostLooked)));
  for (let y = 0; y < height; y += step) {
    for (let x = 0; x < width; x += step) {
      const p = y * width + x;
      if (!counts(p)) continue;
      add(all, data, p * 4);
      if (isEven(data, width, height, x, y)) add(evenly, data, p * 4);
    }
  }
  const total = (cells: Map<number, Cell>) => [...cells.values()].reduce((sum, { count }) => sum + count, 0);
  // Of thin strokes alone nothing is even: then all of it counts.
  const cells = total(evenly) > total(all) * 0.04 ? evenly : all;
  return gathered(cells, total(cells)).slice(0, most);
}

function add(cells: Map<number, Cell>, data: Raster["data"], at: number): void {
  const [r, g, b] = [data[at]!, data[at + 1]!, data[at + 2]!];
  const key = ((r >> 3) << 10) | ((g >> 3) << 5) | (b >> 3);
  const known = cells.get(key);
  if (known) {
    known.count++;
    for (const [i, level] of [r, g, b].entries()) known.sum[i]! += level;
  } else {
    const lab: [number, number, number] = [0, 0, 0];
    toOklab(r, g, b, lab);
    cells.set(key, { lab, sum: [r, g, b], count: 1 });
  }
}

function isEven(data: Raster["data"], width: number, height: number, x: number, y: number): boolean {
  if (x === 0 || y === 0 || x === width - 1 || y === height - 1) return false;
  const at = (y * width + x) * 4;
  for (const by of [-4, 4, -width * 4, width * 4]) {
    for (let c = 0; c < 4; c++) if (Math.abs(data[at + c]! - data[at + by + c]!) > even) return false;
  }
  return true;
}

/** Joins cells that are one colour, the fullest first. */
function gathered(cells: ReadonlyMap<number, Cell>, total: number): MainColour[] {
  const found: Cell[] = [];
  for (const cell of [...cells.values()].sort((a, b) => b.count - a.count)) {
    const home = found.find(
      ({ lab }) => Math.hypot(lab[0] - cell.lab[0], lab[1] - cell.lab[1], lab[2] - cell.lab[2]) < same,
    );
    if (!home) found.push({ ...cell, sum: [...cell.sum] });
    else {
      home.count += cell.count;
      for (const i of [0, 1, 2] as const) home.sum[i] += cell.sum[i];
    }
  }
  return found
    .map(({ sum: [r, g, b], count }) => ({
      ...{ r: Math.round(r / count), g: Math.round(g / count), b: Math.round(b / count) },
      share: count / total,
    }))
    .filter(({ share }) => share >= leastShare)
    .sort((a, b) => b.share - a.share);
}
