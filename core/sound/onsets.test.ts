import { describe, expect, test } from "@jest/globals";
import { noise } from "../finish/noise";
import { findOnsets } from "./onsets";

// Taken out once: a test's own Math is slow to reach.
const { exp, floor, min, round, sin, sqrt, PI } = Math;
const rate = 22050;
type Voice = (sinceS: number, n: number) => number;

/** Sounds that begin at known instants, over a little hiss. */
function sound(lengthS: number, onsets: readonly number[], voice: Voice, hiss = 0.002): Float32Array {
  const samples = new Float32Array(round(lengthS * rate));
  for (let i = 0; i < samples.length; i++) samples[i] = (noise(1, 0, i, 0) - 0.5) * 2 * hiss;
  onsets.forEach((onset, n) => {
    for (let i = round(onset * rate); i < samples.length; i++) {
      const since = i / rate - onset;
      if (since > 1.2) break;
      samples[i] = samples[i]! + voice(since, n);
    }
  });
  return samples;
}

const plucked: Voice = (t, n) => 0.4 * exp(-7 * t) * sin(2 * PI * (220 + 55 * (n % 5)) * t);
const struck: Voice = (t, n) => 0.5 * exp(-28 * t) * (noise(7, n, floor(t * rate), 1) - 0.5);
const spoken: Voice = (t, n) => {
  const envelope = min(1, t / 0.012) * exp(-5 * t);
  const pitch = 2 * PI * (110 + 9 * (n % 4)) * t;
  return 0.16 * envelope * [1, 2, 3, 4, 6, 9].reduce((sum, k) => sum + sin(k * pitch) / sqrt(k), 0);
};

/** Uneven steps of 0.18 to 0.6 s. */
const irregular = (count: number): number[] => {
  let at = 0.3;
  return Array.from({ length: count }, (_, i) => (at += 0.18 + 0.42 * noise(3, 0, i, 0)));
};

describe("findOnsets at its default sensitivity", () => {
  test.each([
    ["plucked strings", plucked],
    ["strokes of noise", struck],
    ["voice-like syllables", spoken],
  ])("finds at least 95 % of %s within 20 ms, and at most 5 % that are none", (_, voice) => {
    const onsets = irregular(40);
    const found = findOnsets(sound(onsets[39]! + 1, onsets, voice), rate);
    const near = (a: number, list: readonly number[]) => list.some((b) => Math.abs(a - b) <= 0.02);
    const hits = onsets.filter((onset) => near(onset, found)).length;
    const wrong = found.filter((onset) => !near(onset, onsets)).length;
    expect(hits).toBeGreaterThanOrEqual(38);
    expect(wrong).toBeLessThanOrEqual(2);
  });
  test("finds nothing in silence, in hiss alone, or in nothing", () => {
    expect(findOnsets(new Float32Array(rate), rate)).toEqual([]);
    expect(findOnsets(new Float32Array(0), rate)).toEqual([]);
    expect(findOnsets(sound(3, [], plucked, 0.02), rate)).toEqual([]);
  });
});

test("a higher sensitivity finds quieter sounds too", () => {
  const onsets = irregular(12);
  const uneven: Voice = (t, n) => plucked(t, n) * (n % 2 ? 0.06 : 1);
  const samples = sound(onsets[11]! + 1, onsets, uneven, 0.0004);
  const count = (sensitivity: number) => findOnsets(samples, rate, { sensitivity }).length;
  expect(count(0.95)).toBeGreaterThan(count(0.05));
});

test("keeps the strongest of those that come too close", () => {
  const onsets = [0.5, 0.56, 1.2];
  const found = findOnsets(sound(2, onsets, struck), rate, { minGapS: 0.2 });
  expect(found.length).toBe(2);
});

test("refuses a rate that is no sound", () => {
  expect(() => findOnsets(new Float32Array(10), 100)).toThrow(RangeError);
});
