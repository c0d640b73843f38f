import sharp from "sharp";
import type { Proof } from "@/core/document/proof";
import type { Box } from "@/core/geometry/box";
import type { ProofJob } from "../outputs/define";
import type { PaintedFrames } from "../painted";
import { around } from "../png";
import { detailOf, differenceOf } from "./difference";
import { detailAllowance, edgeAllowance, type Tolerance } from "./tolerances";

/** What lies under the graphic at each of the chosen frames, as RGBA of the whole picture. */
export type Grounds = ((picture: number) => Uint8Array) | undefined;

/** The size that the file's pictures are expected to have. */
export const sizeOf = ({ made, playable }: ProofJob): { readonly width: number; readonly height: number } =>
  made?.size ?? playable.format;

/** The frames at the instants that tell most, in order. */
export function tellingFrames({ plan, playable, made }: ProofJob): number[] {
  const every = made?.every ?? 1;
  const frame = (timeS: number) => {
    const at = Math.min(plan.frames.length - 1, Math.max(0, Math.round((timeS * plan.fps.num) / plan.fps.den)));
    return at - (at % every);
  };
  return [...new Set(playable.tellingS.map(frame))].sort((a, b) => a - b);
}

export interface Compared {
  readonly faults: readonly string[];
  readonly instants: Proof["instants"];
  readonly alpha: { readonly min: number; readonly max: number };
}

/** A painted picture as it should be found in the file: its pixels, and where in the whole they lie. */
export interface Expected {
  readonly painted: Uint8Array;
  readonly bounds: Box;
}

/**
 * Compares chosen frames with what was painted for them. `pictureAt` answers the whole decoded picture as straight RGBA;
 * `changed` does to a painted picture what its kind does on purpose.
 */
export async function compareFrames(
  job: ProofJob,
  frames: PaintedFrames,
  reading: {
    readonly chosen: readonly number[];
    readonly pictureAt: (i: number) => Promise<Uint8Array | undefined>;
    readonly grounds?: Grounds;
    readonly tolerance: Tolerance;
    readonly changed?: (expected: Expected) => Expected;
  },
): Promise<Compared> {
  const { chosen, pictureAt, grounds, tolerance, changed = (expected) => expected } = reading;
  const size = sizeOf(job);
  const faults: string[] = [];
  const instants: Compared["instants"] = [];
  const alpha = { min: 255, max: 0 };
  for (const [i, frame] of chosen.entries()) {
    const actual = await pictureAt(i);
    if (!actual) continue;
    const painted = await frames.again(job.plan.frames[frame]!);
    const { painted: wanted, bounds } = changed(await asSized(job, painted));
    widenRange(alpha, actual);
    const under = grounds?.(i);
    const found = differenceOf({ actual, painted: wanted, under, bounds, format: size });
    const edges = edgeAllowance(bounds.width * bounds.height);
    const detail = detailAllowance(tolerance, detailOf({ painted: wanted, under, bounds, format: size }));
    const base = tolerance.colour + edges;
    if (found.lumaError > base + detail.luma || found.chromaError > base + detail.chroma)
      faults.push(`frame ${frame} differs from the painted one`);
    if (found.outsideError > tolerance.outside) faults.push(`frame ${frame} differs beside the graphic`);
    if (found.alphaError > tolerance.alpha + edges) faults.push(`the transparent part of frame ${frame} is lost`);
    instants.push({ frame, meanError: found.meanError, maxError: found.maxError });
  }
  return { faults, instants, alpha };
}

function widenRange(range: { min: number; max: number }, pixels: Uint8Array): void {
  for (let at = 3; at < pixels.length; at += 4) {
    const level = pixels[at]!;
    if (level < range.min) range.min = level;
    if (level > range.max) range.max = level;
  }
}

/** A painted picture in the size of the file: the whole of it where that is another. */
async function asSized(job: ProofJob, painted: Buffer): Promise<Expected> {
  const { plan, playable, made } = job;
  if (!made?.size) return { painted, bounds: plan.bounds };
  const { width, height } = made.size;
  const { bounds } = plan;
  const { format } = playable;
  const whole = await sharp(painted, { raw: { width: bounds.width, height: bounds.height, channels: 4 } })
    .extend(around(bounds, format))
    .raw()
    .toBuffer();
  const resized = await sharp(whole, { raw: { width: format.width, height: format.height, channels: 4 } })
    .resize(width, height, { fit: "fill", kernel: "cubic" })
    .raw()
    .toBuffer();
  return { painted: resized, bounds: { x: 0, y: 0, width, height } };
}
