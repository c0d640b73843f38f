import type { Sound } from "@/core/document/design";
import type { SoundUnder } from "@/ui/stage/view";

let shared: AudioContext | undefined;

/** One for the page: browsers allow few. It is made when something is first heard or decoded. */
export const audio = (): AudioContext => (shared ??= new AudioContext());

/** The part of a sound that a design has under it, heard from any instant of the clip at any pace. */
export class HeardSound implements SoundUnder {
  private source: AudioBufferSourceNode | undefined;
  private began = { contextS: 0, timeS: 0, rate: 1 };

  constructor(
    private readonly buffer: AudioBuffer,
    private readonly facts: Sound,
  ) {}

  start(timeS: number, rate: number): void {
    this.stop();
    const context = audio();
    void context.resume();
    const source = context.createBufferSource();
    const level = context.createGain();
    level.gain.value = this.facts.gain;
    source.buffer = this.buffer;
    source.playbackRate.value = rate;
    source.connect(level).connect(context.destination);
    const fromS = this.facts.from + timeS;
    const leftS = Math.min(this.buffer.duration, this.facts.until ?? Infinity) - fromS;
    if (leftS > 0) source.start(0, fromS, leftS);
    this.source = source;
    this.began = { contextS: context.currentTime, timeS, rate };
  }

  stop(): void {
    try {
      this.source?.stop();
    } catch {
      // It had nothing more to say and was never started.
    }
    this.source?.disconnect();
    this.source = undefined;
  }

  /** What reaches the ear now was given to the device a little earlier. */
  timeS(): number | undefined {
    const context = audio();
    if (!this.source || context.state !== "running") return undefined;
    const latencyS = context.outputLatency || 0;
    const passedS = Math.max(0, context.currentTime - latencyS - this.began.contextS);
    return this.began.timeS + passedS * this.began.rate;
  }
}

const decoded = new Map<string, Promise<AudioBuffer>>();

/** A stored sound, decoded; remembered, since it is asked for by the preview and by the sound's own view. */
export function loadSound(hash: string): Promise<AudioBuffer> {
  let found = decoded.get(hash);
  if (!found) {
    found = fetch(`/api/media/${hash}`)
      .then((answer) => {
        if (!answer.ok) throw new Error(`the sound could not be loaded (${answer.status})`);
        return answer.arrayBuffer();
      })
      .then((bytes) => audio().decodeAudioData(bytes));
    found.catch(() => decoded.delete(hash));
    decoded.set(hash, found);
  }
  return found;
}

/** All channels of a sound as one. */
export function monoOf(buffer: AudioBuffer): Float32Array {
  const mono = new Float32Array(buffer.length);
  for (let c = 0; c < buffer.numberOfChannels; c++) {
    const channel = buffer.getChannelData(c);
    for (let i = 0; i < mono.length; i++) mono[i] = mono[i]! + channel[i]! / buffer.numberOfChannels;
  }
  return mono;
}

/** Lowest and highest of each of so many even stretches. */
export function peaksOf(samples: Float32Array, count: number): { low: number; high: number }[] {
  return Array.from({ length: count }, (_, n) => {
    let [low, high] = [0, 0];
    const to = Math.floor(((n + 1) * samples.length) / count);
    for (let i = Math.floor((n * samples.length) / count); i < to; i++) {
      low = Math.min(low, samples[i]!);
      high = Math.max(high, samples[i]!);
    }
    return { low, high };
  });
}
