/** Consecutive frames that show the same picture. */
export interface HeldRun {
  readonly picture: number;
  readonly start: number;
  readonly count: number;
}

/** Groups frames, given as picture numbers, into runs. */
export function runsOf(frames: readonly number[]): HeldRun[] {
  const runs: HeldRun[] = [];
  frames.forEach((picture, frame) => {
    const last = runs[runs.length - 1];
    if (last && last.picture === picture) runs[runs.length - 1] = { ...last, count: last.count + 1 };
    else runs.push({ picture, start: frame, count: 1 });
  });
  return runs;
}

/** What is sent to ffmpeg, and the filter that puts each sent frame at its own instant. */
export interface Placement {
  readonly sent: readonly number[];
  readonly filter: string;
}

/** Beyond this many holds the expression costs more than sending the frames. */
const mostHolds = 100;

/**
 * Sends every run's picture once and lets ffmpeg repeat it; the last frame is always sent, so that the clip keeps
 * its length. `rate` is "num/den".
 */
export function placeFrames(frames: readonly number[], rate: string): Placement {
  const runs = runsOf(frames);
  const held = runs.filter((run) => run.count > 1);
  if (held.length > mostHolds) return { sent: frames, filter: `setpts='round(N/(${rate})/TB)',fps=${rate}` };
  const sent = runs.map((run) => run.picture);
  const terms = runs.flatMap((run, i) => {
    const extra = run.count - 1;
    if (extra === 0) return [];
    // The last run's extra frames are covered by sending its picture once more, at the very end.
    return i < runs.length - 1 ? [`gt(N,${i})*${extra}`] : [`gt(N,${i})*${extra - 1}`];
  });
  const last = runs[runs.length - 1];
  if (last && last.count > 1) sent.push(last.picture);
  const position = ["N", ...terms].join("+");
  // Rounded, because ffmpeg cuts off decimals and a frame a hair early would come out one place too soon.
  return { sent, filter: `setpts='round((${position})/(${rate})/TB)',fps=${rate}` };
}
