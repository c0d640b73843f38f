import { describe, expect, test } from "@jest/globals";
import { detailOf, differenceOf } from "./difference";
import { detailAllowance, edgeAllowance, tolerances } from "./tolerances";

const side = 64;
const bounds = { x: 0, y: 0, width: side, height: side };
const format = { width: side, height: side };

/** An opaque grey picture from its levels. */
const picture = (level: (x: number, y: number) => number): Uint8Array =>
  Uint8Array.from({ length: side * side * 4 }, (_, i) =>
    i % 4 === 3 ? 255 : level((i >> 2) % side, Math.floor((i >> 2) / side)),
  );
/** Always the same noise, from −1 to 1. */
const noise = (x: number, y: number): number => ((x * 7919 + y * 104729) % 211) / 105.5 - 1;
const base = tolerances["vp9-alpha"].colour + edgeAllowance(side * side);
const detailIn = (painted: Uint8Array, under?: Uint8Array) => detailOf({ painted, under, bounds, format });
/** Whether a proof of a WebM would pass these pixels for what was painted. */
const passes = (actual: Uint8Array, painted: Uint8Array): boolean => {
  const { lumaError, chromaError } = differenceOf({ actual, painted, under: undefined, bounds, format });
  const detail = detailAllowance(tolerances["vp9-alpha"], detailIn(painted));
  return lumaError <= base + detail.luma && chromaError <= base + detail.chroma;
};
const errorOf = (actual: Uint8Array, painted: Uint8Array): number =>
  differenceOf({ actual, painted, under: undefined, bounds, format }).meanError;

describe("what a coder may lose", () => {
  const grain = picture((x, y) => 128 + 30 * noise(x, y));
  test("of grain is a part of it, and not all", () => {
    const coded = picture((x, y) => 128 + 22 * noise(x, y));
    expect(errorOf(coded, grain)).toBeGreaterThan(tolerances["vp9-alpha"].colour);
    expect(passes(coded, grain)).toBe(true);
    const lost = picture(() => 128);
    expect(passes(lost, grain)).toBe(false);
  });
  test("of coloured grain is a part of it as well, though its light is the same everywhere", () => {
    const tinted = (share: number) =>
      Uint8Array.from({ length: side * side * 4 }, (_, i) => {
        const [x, y] = [(i >> 2) % side, Math.floor((i >> 2) / side)];
        // Red and blue against each other, so that luma stays.
        const more = share * noise(x >> 1, y >> 1);
        return [128 + more, 128, 128 - (more * 0.2126) / 0.0722, 255][i % 4]!;
      });
    const grain = tinted(30);
    expect(errorOf(tinted(24), grain)).toBeGreaterThan(tolerances["vp9-alpha"].colour);
    expect(passes(tinted(24), grain)).toBe(true);
    expect(passes(tinted(0), grain)).toBe(false);
  });
  test("of luma is nothing where only the colour has detail", () => {
    const tinted = Uint8Array.from({ length: side * side * 4 }, (_, i) => {
      const more = 60 * noise(((i >> 2) % side) >> 1, Math.floor((i >> 2) / side) >> 1);
      return [128 + more, 128, 128 - (more * 0.2126) / 0.0722 / 3, 255][i % 4]!;
    });
    expect(detailIn(tinted).chroma).toBeGreaterThan(3 * detailIn(tinted).luma);
    const lighter = tinted.map((level, i) => (i % 4 === 3 ? level : Math.min(255, level + 14)));
    expect(passes(lighter, tinted)).toBe(false);
  });
  test("of a plain panel is no more than it ever was", () => {
    const panel = picture(() => 90);
    expect(detailIn(panel)).toEqual({ luma: 0, chroma: 0 });
    expect(
      passes(
        picture(() => 95),
        panel,
      ),
    ).toBe(false);
  });
  test("of an edge is measured against what it lies over: red on green has more of it than red on black", () => {
    const half = Uint8Array.from({ length: side * side * 4 }, (_, i) =>
      (i >> 2) % side < 31 ? [224, 32, 64, 255][i % 4]! : 0,
    );
    const green = Uint8Array.from({ length: side * side * 4 }, (_, i) => [0, 255, 0, 255][i % 4]!);
    expect(detailIn(half, green).chroma).toBeGreaterThan(1.5 * detailIn(half).chroma);
    // Where nothing is painted the ground is plain: that costs a coder nothing.
    expect(detailIn(new Uint8Array(half.length), green)).toEqual({ luma: 0, chroma: 0 });
  });
  test("is nothing in kinds that lose nothing", () => {
    for (const kind of ["apng", "webp", "png-mov", "prores-4444"] as const)
      expect(detailAllowance(tolerances[kind], detailIn(grain))).toEqual({ luma: 0, chroma: 0 });
  });
});
