import { writeFile } from "node:fs/promises";
import { join } from "node:path";
import type { ClipPlan } from "@/core/sample/clip";
import { pad, paintedInput } from "./chains";
import { runFfmpeg } from "./ffmpeg";
import type { EncodeJob } from "./outputs/define";
import { writePictures, type PictureSource } from "./painted";
import { runsOf } from "./runs";

/**
 * A QuickTime film of a kind whose every frame stands alone: each distinct picture is encoded once, and its packet is
 * copied for the frames that hold it. `chain` makes of the painted pixels what is encoded.
 */
export async function encodeOnce(
  job: EncodeJob,
  pictures: PictureSource,
  { chain, settings }: { readonly chain: readonly string[]; readonly settings: readonly string[] },
): Promise<void> {
  const runs = runsOf(job.plan.frames);
  const stills = join(job.folder, "stills.mov");
  const sent = runs.map((run) => run.picture);
  const filter = [...chain, pad(job.plan, job.format)].join(",");
  await runFfmpeg(
    [...paintedInput(job.plan), "-vf", filter, ...settings, "-an", ...timescale(job.plan), "-y", stills],
    {
      signal: job.signal,
      feed: (input) => writePictures(pictures, sent, input, job.signal),
      onFrames: (stills) => job.progress(Math.floor((job.plan.frames.length * stills) / sent.length)),
    },
  );
  if (runs.every((run) => run.count === 1)) {
    await runFfmpeg(["-i", stills, "-c", "copy", "-y", job.file], { signal: job.signal });
    return;
  }
  const list = join(job.folder, "parts.txt");
  await writeFile(list, ["ffconcat version 1.0", ...(await joinedParts(job, stills, runs))].join("\n") + "\n");
  // Joined by their own clocks the parts would drift by fractions of a frame: every frame gets its instant anew.
  const ticks = job.plan.fps.den * tickFactor(job.plan);
  const clock = `setts=ts=N*${ticks}:duration=${ticks}`;
  const args = ["-f", "concat", "-safe", "0", "-i", list, "-c", "copy", "-bsf:v", clock, ...timescale(job.plan)];
  await runFfmpeg([...args, "-y", job.file], { signal: job.signal });
}

/** Ticks a frame takes beyond its rate's own denominator, so that low rates have a fine clock too. */
const tickFactor = (plan: ClipPlan): number => (plan.fps.num < 1000 ? 512 : 1);
const timescale = (plan: ClipPlan): string[] => ["-video_track_timescale", String(plan.fps.num * tickFactor(plan))];

/** Lines of a concat list: stretches of the stills' file, and a file of its own for each held frame. */
async function joinedParts(job: EncodeJob, stills: string, runs: ReturnType<typeof runsOf>): Promise<string[]> {
  const { fps } = job.plan;
  const copy = ["-c", "copy", ...timescale(job.plan), "-y"];
  // A quarter of a frame early, so that rounding never drops the first one.
  const cut = (from: number, count: number) =>
    ["-ss", (((from - 0.25) * fps.den) / fps.num).toFixed(6), "-frames:v", String(count)].slice(from === 0 ? 2 : 0);
  const files: string[] = [];
  const cuts: string[] = [];
  const repeats: { readonly count: number; readonly one: string; readonly held: string }[] = [];
  const stretch = (from: number, to: number) => {
    if (to <= from) return;
    files.push(join(job.folder, `part-${from}.mov`));
    cuts.push(...cut(from, to - from), ...copy, files[files.length - 1]!);
  };
  let from = 0;
  for (const [i, run] of runs.entries()) {
    if (run.count === 1) continue;
    stretch(from, i);
    const one = join(job.folder, `one-${i}.mov`);
    const held = join(job.folder, `held-${i}.mov`);
    cuts.push(...cut(i, 1), ...copy, one);
    repeats.push({ count: run.count, one, held });
    files.push(held);
    from = i + 1;
  }
  stretch(from, runs.length);
  // All parts in one go: starting ffmpeg costs more than the copying.
  await runFfmpeg(["-i", stills, ...cuts], { signal: job.signal });
  const inputs = repeats.flatMap(({ count, one }) => ["-stream_loop", String(count - 1), "-i", one]);
  const outputs = repeats.flatMap(({ held }, i) => ["-map", String(i), ...copy, held]);
  await runFfmpeg([...inputs, ...outputs], { signal: job.signal });
  return files.map((path) => `file '${path.replaceAll("'", "'\\''")}'`);
}
