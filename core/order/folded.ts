/*
 * A long order on a narrow strip: what is on is drawn to scale, and pauses are folded up.
 */

/** A stretch of the strip. */
export interface FoldedStretch {
  readonly fromS: number;
  readonly toS: number;
  /** Pixels from the left. */
  readonly from: number;
  readonly to: number;
  readonly folded: boolean;
}

export interface FoldedStrip {
  readonly stretches: readonly FoldedStretch[];
  xOf(timeS: number): number;
  timeOf(x: number): number;
}

/** Pauses longer than this share of what is on are folded; none shorter than a few seconds. */
const foldShare = 0.2;
const leastFoldS = 4;
/** Width of a fold, in pixels. */
export const foldPx = 38;
/** What is on for a moment can still be taken hold of: pixels of a strip of `n` parts are at least so many each. */
const leastPartPx = 26;

/** Lays stretches of time that something is on in, out on a strip at least so wide. Seconds and pixels. */
export function foldedStrip(
  on: readonly { readonly startS: number; readonly endS: number }[],
  lengthS: number,
  widthPx: number,
): FoldedStrip {
  const busy = merged(on);
  const busyS = busy.reduce((sum, { startS, endS }) => sum + endS - startS, 0);
  const foldFromS = Math.max(leastFoldS, busyS * foldShare);
  const pieces: { fromS: number; toS: number; folded: boolean }[] = [];
  const add = (fromS: number, toS: number, idle: boolean) => {
    if (toS <= fromS) return;
    const folded = idle && toS - fromS > foldFromS;
    const last = pieces.at(-1);
    if (last && !last.folded && !folded) last.toS = toS;
    else pieces.push({ fromS, toS, folded });
  };
  let at = 0;
  for (const { startS, endS } of busy) {
    add(at, startS, true);
    add(startS, endS, false);
    at = endS;
  }
  add(at, lengthS, true);
  const folds = pieces.filter(({ folded }) => folded).length;
  const shownS = pieces.reduce((sum, { fromS, toS, folded }) => sum + (folded ? 0 : toS - fromS), 0);
  const shortestS = Math.min(...on.map(({ startS, endS }) => Math.max(0.05, endS - startS)), Infinity);
  const wanted = Number.isFinite(shortestS) ? (leastPartPx * shownS) / shortestS : 0;
  // Never so wide that a browser could not draw it.
  const shownPx = Math.max(120, widthPx - folds * foldPx, Math.min(wanted, on.length * 160));
  let x = 0;
  const stretches = pieces.map((piece): FoldedStretch => {
    const width = piece.folded ? foldPx : (shownPx * (piece.toS - piece.fromS)) / Math.max(1e-9, shownS);
    const stretch = { ...piece, from: x, to: x + width };
    x += width;
    return stretch;
  });
  const last = stretches.at(-1);
  return {
    stretches,
    xOf: (timeS) => {
      const within = stretches.find(({ toS }) => timeS <= toS) ?? last;
      return within ? between(timeS, within.fromS, within.toS, within.from, within.to) : 0;
    },
    timeOf: (px) => {
      const within = stretches.find(({ to }) => px <= to) ?? last;
      return within ? between(px, within.from, within.to, within.fromS, within.toS) : 0;
    },
  };
}

function between(value: number, from: number, to: number, low: number, high: number): number {
  const share = Math.min(1, Math.max(0, (value - from) / Math.max(1e-9, to - from)));
  return low + share * (high - low);
}

/** Stretches that touch or overlap become one. */
function merged(on: readonly { readonly startS: number; readonly endS: number }[]) {
  const result: { startS: number; endS: number }[] = [];
  for (const { startS, endS } of [...on].sort((a, b) => a.startS - b.startS)) {
    const last = result.at(-1);
    if (last && startS <= last.endS) last.endS = Math.max(last.endS, endS);
    else result.push({ startS, endS });
  }
  return result;
}
