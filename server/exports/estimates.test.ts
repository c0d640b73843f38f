import { expect, test } from "@jest/globals";
import { outputOf } from "@/core/testing/scene";
import type { MeasuredExport } from "@/server/db/measured";
import { estimator } from "./estimates";

const gif = outputOf({ kind: "gif" });
const calm = { frame: 12_000, change: 1_500 };
const noisy = { frame: 140_000, change: 75_000 };
const subject = { designId: "strap", width: 1000, height: 1000, lengthS: 6 };
const frames = (6 * gif.fps.num) / gif.fps.den;
const made = (more: Partial<MeasuredExport>): MeasuredExport => ({
  ...{
    kind: "gif",
    designId: "other",
    complexity: calm,
    frames,
    width: 1000,
    height: 1000,
    bytes: 100_000,
    seconds: 3,
  },
  ...more,
});
const bytesOf = (known: readonly MeasuredExport[], more: object) =>
  estimator(known)(gif, { ...subject, ...more }).bytes;

test("a picture that moves all over is estimated larger than a calm one, by as much as there is to it", () => {
  const still = bytesOf([], { complexity: calm });
  const lively = bytesOf([], { complexity: noisy });
  const share = (noisy.frame / frames + noisy.change) / (calm.frame / frames + calm.change);
  expect(lively / still).toBeCloseTo(share, 3);
});

test("what others of the kind weighed corrects the estimate, and doesn't stand for another design's picture", () => {
  const plain = bytesOf([], { complexity: calm });
  const known = [1, 2, 3].map(() => made({ bytes: plain * 2 }));
  expect(bytesOf(known, { complexity: calm }) / (plain * 2)).toBeCloseTo(1, 3);
  expect(bytesOf(known, { complexity: noisy }) / bytesOf([], { complexity: noisy })).toBeCloseTo(2, 3);
});

test("two of the same design and kind are gone by before all others, whatever their length", () => {
  const own = [1, 2].map(() => made({ designId: "strap", bytes: 400_000 }));
  const others = Array.from({ length: 9 }, () => made({ bytes: 10_000 }));
  expect(bytesOf([...others, ...own], { complexity: calm })).toBe(400_000);
  const twice = bytesOf([...others, ...own], { complexity: calm, lengthS: 12 });
  const first = calm.frame / (calm.frame + frames * calm.change);
  // The first frame is packed once, however long the clip.
  expect(twice / 400_000).toBeCloseTo(2 - first, 3);
});

test("where nothing was measured, others of the kind are gone by as before", () => {
  const known = [made({ complexity: undefined, bytes: 123_000 })];
  expect(bytesOf(known, {})).toBe(123_000);
  expect(bytesOf(known, { complexity: calm })).toBe(bytesOf([], { complexity: calm }));
});

test("an estimate never exceeds the limit that an output keeps to", () => {
  const limited = outputOf({ kind: "gif", limitKb: 50 });
  expect(estimator([])(limited, { ...subject, complexity: noisy }).bytes).toBe(50_000);
});
