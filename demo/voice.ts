import { noise } from "@/core/finish/noise";

// Taken out once: these run for every sample.
const { exp, max, min, round, sin, sqrt, PI } = Math;

/**
 * A voice-like sound, mono PCM in −1..1: one syllable at each onset, a hum of a few overtones that swells quickly and
 * fades, each at a pitch of its own, over a little breath.
 */
export function synthesiseVoice(onsets: readonly number[], lengthS: number, rate: number): Float32Array {
  const samples = new Float32Array(round(lengthS * rate));
  for (let i = 0; i < samples.length; i++) samples[i] = (noise(5, 0, i, 0) - 0.5) * 0.003;
  for (const [n, onset] of onsets.entries()) {
    const next = onsets[n + 1] ?? lengthS;
    const lasts = max(0.12, min(0.6, next - onset));
    const pitch = 105 + 40 * noise(6, 0, n, 0);
    for (let i = round(onset * rate); i < min(samples.length, round((onset + lasts) * rate)); i++) {
      const t = i / rate - onset;
      const envelope = min(1, t / 0.015) * exp((-2.4 * t) / lasts) * (1 - t / lasts);
      const glide = 2 * PI * pitch * t * (1 - 0.12 * t);
      let sum = 0;
      for (const k of [1, 2, 3, 5, 8]) sum += sin(k * glide) / sqrt(k);
      samples[i] = samples[i]! + 0.15 * envelope * sum;
    }
  }
  return samples;
}
