import type { Proof } from "@/core/document/proof";
import type { Output } from "@/core/outputs/output";
import { runFfmpeg } from "../ffmpeg";
import type { ProofJob } from "../outputs/define";
import type { PaintedFrames } from "../painted";
import { stillFrame } from "../still-frame";
import { compareFrames, sizeOf } from "./compare";
import type { Tolerance } from "./tolerances";

type Job = ProofJob<Extract<Output, { kind: "still" }>>;

/** Reads a finished picture with ffmpeg, and compares it with what was painted. */
export async function proveStill(job: Job, frames: PaintedFrames, tolerance: Tolerance): Promise<Proof> {
  const { signal, file, plan } = job;
  const size = sizeOf(job);
  const decode = ["-i", file, "-frames:v", "1", "-f", "rawvideo", "-pix_fmt", "rgba", "pipe:1"];
  const entries = ["-show_entries", "stream=width,height", "-of", "json"];
  const probed = JSON.parse((await runFfmpeg([...entries, file], { program: "ffprobe", signal })).toString()) as {
    streams: { width: number; height: number }[];
  };
  const { width = 0, height = 0 } = probed.streams[0] ?? {};
  const faults: string[] = [];
  if (width !== size.width || height !== size.height)
    faults.push(`${width} × ${height} instead of ${size.width} × ${size.height}`);
  const pixels = await runFfmpeg(decode, { signal });
  const pictureAt = async () => (faults.length === 0 ? pixels : undefined);
  const compared = await compareFrames(job, frames, { chosen: [stillFrame(job)], pictureAt, tolerance });
  faults.push(...compared.faults);
  return {
    ...{ width, height, frames: 1, rate: `${plan.fps.num}/${plan.fps.den}`, durationS: 0, sound: false },
    alpha: compared.alpha,
    ...{ instants: [...compared.instants], passed: faults.length === 0, faults, notes: [] },
  };
}
