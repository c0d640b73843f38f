import { runFfmpeg } from "../ffmpeg";
import type { ProofJob } from "../outputs/define";
import type { ClipSound, SoundMix } from "../sound";
import { lengthToleranceS, soundTolerance } from "./tolerances";

const rate = 8000;
/** Strength below which nobody hears anything, of 1. */
const silence = 0.0005;
/** Samples between two readings of how strong the sound is, and readings that it may be off at most. */
const step = rate / 100;
const mostSteps = 25;
/** Two sounds are only compared where so much of them overlaps: the rest of a short clip says nothing. */
const leastOverlap = 2 / 3;

/** Decodes the sound from end to end: what is not as it was asked of its length, its level and its place in time. */
export async function proveSound(job: ProofJob, seconds: number): Promise<string[]> {
  const found = mono(await decoded(["-i", job.file], job.signal));
  const heardS = found.length / rate;
  const faults: string[] = [];
  if (Math.abs(heardS - seconds) >= lengthToleranceS)
    faults.push(`the sound lasts ${heardS.toFixed(2)} s instead of ${seconds.toFixed(2)} s`);
  const wanted = await wantedSound(job, seconds);
  return wanted ? [...faults, ...soundFaults(found, wanted)] : faults;
}

/**
 * The sound as it should be, in one channel: what was uploaded, decoded by itself and added up here. Nothing of the chain
 * that mixed the clip is used, or a fault of it would prove itself.
 */
async function wantedSound({ sound, footage, signal }: ProofJob, seconds: number): Promise<Float32Array | undefined> {
  if (!sound && !footage?.sound) return undefined;
  const wanted = new Float32Array(Math.round(seconds * rate));
  if (sound) {
    const { parts, leadS, periodS, times } = sound.mixedFrom ?? whole(sound, seconds);
    for (const { sound: own, startS, lengthS } of parts) {
      const source = mono(await decoded(["-i", own.file], signal));
      const from = Math.round(own.fromS * rate);
      const until = Math.round(Math.min(own.untilS, own.fromS + lengthS) * rate);
      const heard = source.subarray(from, until).map((sample) => sample * own.gain);
      for (let showing = 0; showing < times; showing++)
        addAt(wanted, heard, Math.round((leadS + startS + showing * periodS) * rate));
    }
  }
  if (footage?.sound) {
    // What footage lacks where it starts again is silence, so that its sound keeps its place.
    const again = ["-stream_loop", "-1", "-vn", "-t", seconds.toFixed(6), "-i", footage.file];
    const gaps = "aresample=async=1:min_hard_comp=0.005:first_pts=0";
    addAt(wanted, mono(await decoded(again, signal, [gaps])), 0);
  }
  return wanted;
}

const whole = (sound: ClipSound, lengthS: number): SoundMix => ({
  ...{ parts: [{ sound, startS: 0, lengthS }], leadS: 0, periodS: lengthS, times: 1 },
});

interface Decoded {
  readonly samples: Float32Array;
  readonly channels: number;
}

/** Samples of a file's first sound as they are, channel by channel in turn. Throws EncodeError. */
async function decoded(
  input: readonly string[],
  signal: AbortSignal | undefined,
  filters: readonly string[] = [],
): Promise<Decoded> {
  // More than two channels are heard on two; one stays one.
  const heard = ["-af", ["aformat=channel_layouts=mono|stereo", ...filters].join()];
  const wav = ["-map", "0:a:0", ...heard, "-ar", String(rate), "-c:a", "pcm_f32le", "-f", "wav", "-bitexact", "pipe:1"];
  const bytes = await runFfmpeg([...input, ...wav], { signal });
  const at = bytes.indexOf("data", 12, "latin1");
  if (at < 0) return { samples: new Float32Array(), channels: 1 };
  const body = bytes.subarray(at + 8);
  const samples = new Float32Array(body.buffer.slice(body.byteOffset, body.byteOffset + (body.length & ~3)));
  return { samples, channels: Math.max(1, bytes.readUInt16LE(22)) };
}

/** The mean of the channels: of one channel that is heard on both sides, that channel. */
function mono({ samples, channels }: Decoded): Float32Array {
  if (channels === 1) return samples;
  const one = new Float32Array(Math.floor(samples.length / channels));
  for (let i = 0; i < one.length; i++) {
    let sum = 0;
    for (let channel = 0; channel < channels; channel++) sum += samples[i * channels + channel]!;
    one[i] = sum / channels;
  }
  return one;
}

/** Adds one sound to another from a sample on; what would go beyond the end is left out. */
function addAt(into: Float32Array, sound: Float32Array, from: number): void {
  const count = Math.min(sound.length, into.length - from);
  for (let i = Math.max(0, -from); i < count; i++) into[from + i] = into[from + i]! + sound[i]!;
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
  const most = Math.min(mostSteps, Math.floor(Math.min(found.length, wanted.length) * (1 - leastOverlap)));
  const differs = (shift: number): number => {
    let [sum, count] = [0, 0];
    for (let i = Math.max(0, -shift); i < Math.min(wanted.length, found.length - shift); i++, count++)
      sum += Math.abs(found[i + shift]! - wanted[i]!);
    return count === 0 ? Infinity : sum / count;
  };
  let best = 0;
  // Even sounds fit nearly everywhere: another place must be clearly better.
  let least = differs(0) * 0.9;
  for (let shift = -most; shift <= most; shift++) {
    const now = differs(shift);
    if (now < least) [best, least] = [shift, now];
  }
  return best;
}
