import FFT from "fft.js";

export interface OnsetSettings {
  /** 0 finds only the strongest, 1 nearly every one. */
  readonly sensitivity?: number;
  /** Shortest time between two, in seconds. */
  readonly minGapS?: number;
}

// Taken out once: these run for every band of every hop.
const { hypot, log1p } = Math;
const size = 1024;
const window = Float64Array.from({ length: size }, (_, i) => 0.5 - 0.5 * Math.cos((2 * Math.PI * i) / size));

/** Hops of about 5 ms: fine enough to find an onset within 20 ms. */
const hopOf = (rate: number): number => Math.max(32, Math.round(rate * 0.005));

/**
 * How much louder each band of a sound has become since the hop before, summed: spectral flux of log magnitudes.
 * `samples` are mono PCM in −1..1. One value a hop; its instant is the hop's middle of the window.
 */
export function spectralFlux(samples: Float32Array, rate: number): { flux: Float64Array; hopS: number } {
  const hop = hopOf(rate);
  const count = Math.max(0, Math.floor((samples.length + size / 2) / hop));
  const fft = new FFT(size);
  const out = fft.createComplexArray();
  const frame = new Float64Array(size);
  let before = new Float64Array(size / 2);
  let now = new Float64Array(size / 2);
  const flux = new Float64Array(count);
  for (let n = 0; n < count; n++) {
    const start = n * hop - size / 2;
    for (let i = 0; i < size; i++) {
      // Before its start a sound is taken to go on as it begins: that a file starts is no onset.
      const at = start + i < 0 ? -(start + i) : start + i;
      frame[i] = at < samples.length ? samples[at]! * window[i]! : 0;
    }
    fft.realTransform(out, frame);
    let sum = 0;
    for (let bin = 1; bin < size / 2; bin++) {
      const magnitude = hypot(out[2 * bin]!, out[2 * bin + 1]!);
      now[bin] = log1p(30 * magnitude);
      const rise = now[bin]! - before[bin]!;
      if (rise > 0) sum += rise;
    }
    flux[n] = n === 0 ? 0 : sum / (size / 2);
    [before, now] = [now, before];
  }
  return { flux, hopS: hop / rate };
}

/** Median of a stretch; the stretch is short, so sorting it is quick enough. */
function medianOf(values: Float64Array, from: number, to: number): number {
  const part = values.slice(Math.max(0, from), Math.min(values.length, to)).sort();
  return part[part.length >> 1] ?? 0;
}

/**
 * Instants in seconds at which something new begins in a sound: peaks of the flux above a threshold that follows its
 * surroundings. Throws a RangeError for a rate below 4,000 samples a second.
 */
export function findOnsets(samples: Float32Array, rate: number, settings: OnsetSettings = {}): number[] {
  if (rate < 4000) throw new RangeError(`a sound of ${rate} samples a second is too coarse`);
  return pickOnsets(spectralFlux(samples, rate), rate, settings);
}

/** The same from a flux that is known already: quick enough to follow a slider. */
export function pickOnsets(
  { flux, hopS }: ReturnType<typeof spectralFlux>,
  rate: number,
  settings: OnsetSettings = {},
): number[] {
  const sensitivity = Math.min(1, Math.max(0, settings.sensitivity ?? 0.5));
  const most = flux.reduce((a, b) => Math.max(a, b), 0);
  if (most < 1e-4) return [];
  const reach = Math.round(0.15 / hopS);
  const near = Math.round(0.03 / hopS);
  const floor = most * (0.32 - 0.28 * sensitivity);
  const ratio = 2.1 - 1.2 * sensitivity;
  const minGapS = settings.minGapS ?? 0.08;
  const found: { timeS: number; strength: number }[] = [];
  for (let n = 0; n < flux.length; n++) {
    const value = flux[n]!;
    if (value < floor) continue;
    let peak = true;
    for (let i = Math.max(0, n - near); i <= Math.min(flux.length - 1, n + near) && peak; i++) {
      if (flux[i]! > value || (flux[i] === value && i < n)) peak = false;
    }
    if (!peak || value < ratio * medianOf(flux, n - reach, n + reach + 1)) continue;
    // The flux peaks while a sound still enters the window: a quarter of it early.
    const timeS = onsetOf(flux, n, value) * hopS + size / 4 / rate;
    const last = found[found.length - 1];
    if (last && timeS - last.timeS < minGapS) {
      if (value > last.strength) found[found.length - 1] = { timeS, strength: value };
    } else found.push({ timeS, strength: value });
  }
  return found.map(({ timeS }) => timeS);
}

/**
 * A window first hears a sound when it begins at the window's end, and most when it reaches the middle: the onset lies
 * where the flux has risen half way to its peak.
 */
function onsetOf(flux: Float64Array, peak: number, value: number): number {
  let at = peak;
  while (at > 0 && flux[at - 1]! > value * 0.5 && flux[at - 1]! <= flux[at]!) at--;
  return (at + peak) / 2;
}
