import { runFfmpeg } from "../ffmpeg";
import type { ProofJob } from "../outputs/define";
import { soundGraph } from "../sound";
import { lengthToleranceS, soundTolerance } from "./tolerances";

const rate = 8000;
const raw = ["-ac", "1", "-ar", String(rate), "-f", "f32le", "pipe:1"];
/** Strength below which nobody hears anything, of 1. */
const silence = 0.0005;
/** Samples between two readings of how strong the sound is, and readings that it may be off at most. */
const step = rate / 100;
const mostSteps = 25;

const samplesOf = (bytes: Buffer): Float32Array =>
  new Float32Array(bytes.buffer.slice(bytes.byteOffset, bytes.byteOffset + (bytes.length & ~3)));

/** Decodes the sound from end to end: what is not as it was asked of its length, its level and its place in time. */
export async function proveSound(job: ProofJob, seconds: number): Promise<string[]> {
  const { signal } = job;
  const found = samplesOf(await runFfmpeg(["-i", job.file, "-map", "0:a:0", ...raw], { signal }));
  const heardS = found.length / rate;
  const faults: string[] = [];
  if (Math.abs(heardS - seconds) >= lengthToleranceS)
    faults.push(`the sound lasts ${heardS.toFixed(2)} s instead of ${seconds.toFixed(2)} s`);
  const wanted = await wantedSound(job, seconds);
  return wanted ? [...faults, ...soundFaults(found, wanted)] : faults;
}

/** The same sound as it should be, mixed again from its sources. */
async function wantedSound(job: ProofJob, seconds: number): Promise<Float32Array | undefined> {
  const { sound, footage, signal } = job;
  const inputs: string[] = [];
  if (sound) inputs.push("-i", sound.file);
  const under = footage?.sound ? inputs.length / 2 : undefined;
  if (under !== undefined) inputs.push("-stream_loop", "-1", "-vn", "-i", footage!.file);
  const graph = soundGraph({ own: sound && { sound, input: 0 }, footage: under }, seconds);
  if (graph === undefined) return undefined;
  return samplesOf(await runFfmpeg([...inputs, "-filter_complex", graph, "-map", "[sound]", ...raw], { signal }));
}

/** What two sounds differ in: how strong they are, and when. */
export function soundFaults(found: Float32Array, wanted: Float32Array): string[] {
  const [a, b] = [strengths(found), strengths(wanted)];
  const [loud, asked] = [mean(a), mean(b)];
  if (asked < silence) return loud > silence * 4 ? ["there is sound where silence was asked for"] : [];
  const factor = loud / asked;
  if (factor > soundTolerance.factor || factor < 1 / soundTolerance.factor)
    return [`the sound is ${factor > 1 ? "louder" : "softer"} than asked, ${factor.toFixed(2)} times as strong`];
  const offS = (bestShift(a, b) * step) / rate;
  return Math.abs(offS) > soundTolerance.offsetS
    ? [`the sound comes ${Math.abs(offS).toFixed(2)} s ${offS > 0 ? "late" : "early"}`]
    : [];
}

/** How strong a sound is, every hundredth of a second. */
function strengths(samples: Float32Array): Float64Array {
  const count = Math.floor(samples.length / step);
  return Float64Array.from({ length: count }, (_, i) => {
    let sum = 0;
    for (let at = i * step; at < (i + 1) * step; at++) sum += samples[at]! ** 2;
    return Math.sqrt(sum / step);
  });
}

const mean = (values: Float64Array): number =>
  values.reduce((sum, value) => sum + value, 0) / Math.max(1, values.length);

/** By how many readings `found` must be moved forward to differ least from `wanted`; 0 where all fit alike. */
function bestShift(found: Float64Array, wanted: Float64Array): number {
  const differs = (shift: number): number => {
    let [sum, count] = [0, 0];
    for (let i = Math.max(0, -shift); i < Math.min(wanted.length, found.length - shift); i++, count++)
      sum += Math.abs(found[i + shift]! - wanted[i]!);
    return count === 0 ? Infinity : sum / count;
  };
  let best = 0;
  // Even sounds fit nearly everywhere: another place must be clearly better.
  let least = differs(0) * 0.9;
  for (let shift = -mostSteps; shift <= mostSteps; shift++) {
    const now = differs(shift);
    if (now < least) [best, least] = [shift, now];
  }
  return best;
}
