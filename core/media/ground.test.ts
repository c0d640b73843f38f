import { describe, expect, test } from "@jest/globals";
import { groundOf } from "./ground";
import type { Raster } from "./raster";

type Rgb = readonly [number, number, number];
function picture(width: number, height: number, at: (x: number, y: number) => Rgb): Raster {
  const data = new Uint8Array(width * height * 4);
  for (let p = 0; p < width * height; p++) data.set([...at(p % width, Math.floor(p / width)), 255], p * 4);
  return { width, height, data };
}
const levelsAt = (raster: Raster, x: number, y: number): number[] => {
  const levels: number[] = [0, 0, 0];
  groundOf(raster)!.at(x, y, levels);
  return levels.map(Math.round);
};
/** The same numbers at every run. */
const noise = (x: number, y: number) => ((x * 73 + y * 151 + ((x * y) % 17) * 29) % 9) - 4;

describe("groundOf", () => {
  test("finds a plain colour whatever stands in the middle", () => {
    const raster = picture(60, 40, (x, y) => (Math.hypot(x - 30, y - 20) < 15 ? [10, 20, 30] : [250, 240, 230]));
    expect(levelsAt(raster, 30, 20)).toEqual([250, 240, 230]);
    expect(groundOf(raster)).toMatchObject({ plain: true, share: 1 });
  });
  test("finds it where the mark touches the border", () => {
    const raster = picture(60, 60, (x) => (x > 20 && x < 40 ? [200, 30, 40] : [255, 255, 255]));
    expect(levelsAt(raster, 30, 30)).toEqual([255, 255, 255]);
    expect(groundOf(raster)!.share).toBeLessThan(0.9);
  });
  test("follows a colour that changes softly from side to side", () => {
    const slope = (x: number, y: number): Rgb => [240 - x / 2, 200 + y / 4, 180 - x / 4 - y / 4];
    const raster = picture(100, 100, (x, y) => (Math.hypot(x - 50, y - 50) < 30 ? [0, 0, 0] : slope(x, y)));
    for (const [x, y] of [
      [50, 50],
      [5, 90],
      [99, 0],
    ] as const) {
      for (const [i, level] of levelsAt(raster, x, y).entries())
        expect(Math.abs(level - slope(x, y)[i]!)).toBeLessThanOrEqual(1);
    }
    expect(groundOf(raster)!.plain).toBe(false);
  });
  test("says how noisy it is", () => {
    const quiet = picture(80, 80, () => [200, 200, 200]);
    const noisy = picture(80, 80, (x, y) => [200 + noise(x, y), 200 + noise(y, x), 200]);
    expect(groundOf(quiet)!.noise).toBeLessThan(0.1);
    expect(groundOf(noisy)!.noise).toBeGreaterThan(1);
    expect(levelsAt(noisy, 40, 40).every((level) => Math.abs(level - 200) <= 2)).toBe(true);
  });
  test("finds none in a photograph, nor where the border is see-through, nor in a single pixel's worth of border", () => {
    expect(
      groundOf(picture(64, 64, (x, y) => [(x * 37 + y * 91) % 256, (x * 91 + y * 13) % 256, (x * y * 7) % 256])),
    ).toBeUndefined();
    expect(groundOf({ width: 20, height: 20, data: new Uint8Array(1600) })).toBeUndefined();
    expect(groundOf(picture(1, 1, () => [255, 255, 255]))).toBeUndefined();
  });
});
