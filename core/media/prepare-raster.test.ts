import { describe, expect, test } from "@jest/globals";
import { MarkRecipe } from "../document/recipe";
import { haloOf } from "./halo";
import { opticalSide } from "./prepare-mark";
import { prepareRaster, rasterInk } from "./prepare-raster";
import { mainColoursOf } from "./raster-colours";
import { cropped, type Raster } from "./raster";

type Rgb = readonly [number, number, number];
/** A picture by a rule; what the rule leaves out is of the ground. */
function picture(width: number, height: number, ground: Rgb, inkAt: (x: number, y: number) => Rgb | undefined): Raster {
  const data = new Uint8Array(width * height * 4);
  for (let p = 0; p < width * height; p++) {
    data.set([...(inkAt(p % width, Math.floor(p / width)) ?? ground), 255], p * 4);
  }
  return { width, height, data };
}
const white: Rgb = [255, 255, 255];
const green: Rgb = [30, 90, 60];
const inside = (x: number, y: number, left: number, top: number, right: number, bottom: number) =>
  x >= left && x < right && y >= top && y < bottom;
const recipe = (more: object) => MarkRecipe.parse(more);
const clear = recipe({ clear: {} });
const alphaAt = ({ width, data }: Raster, x: number, y: number) => data[(y * width + x) * 4 + 3];

const ring = picture(60, 50, white, (x, y) =>
  inside(x, y, 10, 10, 40, 40) && !inside(x, y, 20, 20, 30, 30) ? green : undefined,
);

describe("a ground", () => {
  test("goes from the border inwards, and enclosed places of its colour stay", () => {
    const { raster, x, y, fault } = prepareRaster(ring, clear);
    expect([raster.width, raster.height, x, y, fault]).toEqual([30, 30, 10, 10, undefined]);
    expect(alphaAt(raster, 15, 15)).toBe(255);
    expect(alphaAt(raster, 2, 2)).toBe(255);
  });
  test("goes from enclosed places too where that is asked for, or where they were pressed", () => {
    const all = prepareRaster(ring, recipe({ clear: { enclosed: true } })).raster;
    const pressed = prepareRaster(ring, recipe({ clear: { points: [{ x: 0.42, y: 0.5 }] } })).raster;
    expect([alphaAt(all, 15, 15), alphaAt(pressed, 15, 15)]).toEqual([0, 0]);
    const beside = prepareRaster(ring, recipe({ clear: { points: [{ x: 0.25, y: 0.5 }] } })).raster;
    expect(alphaAt(beside, 15, 15)).toBe(255);
  });
  test("left out keeps the picture as it was brought", () => {
    const { raster } = prepareRaster(ring, recipe({ clear: { on: false }, trim: false }));
    expect(Buffer.compare(Buffer.from(raster.data), Buffer.from(ring.data))).toBe(0);
  });
});

describe("hostile pictures", () => {
  test.each([
    ["all ground", picture(30, 30, white, () => undefined), "all_ground"],
    ["one pixel", picture(1, 1, white, () => undefined), undefined],
    [
      "the mark in the ground's colour",
      picture(30, 30, white, (x) => (x > 10 && x < 20 ? [254, 255, 254] : undefined)),
      "all_ground",
    ],
    [
      "no ground",
      picture(64, 64, white, (x, y) => [(x * 37 + y * 91) % 256, (x * 91 + y * 13) % 256, (x * y * 7) % 256]),
      "no_ground",
    ],
  ] as const)("%s is told, and nothing is lost", (_, from, fault) => {
    const made = prepareRaster(from, clear);
    if (fault) expect(made.fault).toBe(fault);
    expect(made.raster.width).toBeGreaterThan(0);
  });
  test("see-through all over has no ink", () => {
    const nothing = { width: 20, height: 20, data: new Uint8Array(1600) };
    expect(prepareRaster(nothing, clear).fault).toBeDefined();
    expect(rasterInk(nothing)).toBeUndefined();
  });
});

test("marks of one optical size look as large as each other", () => {
  const shapes: readonly ((x: number, y: number) => boolean)[] = [
    (x, y) => inside(x, y, 60, 60, 140, 140),
    (x, y) => Math.hypot(x - 100, y - 100) < 45,
    (x, y) => Math.abs(Math.hypot(x - 100, y - 100) - 40) < 6,
    (x, y) => inside(x, y, 90, 60, 110, 140) || inside(x, y, 60, 90, 140, 110),
  ];
  const sides = shapes.map((isInk) => {
    const from = picture(200, 200, white, (x, y) => (isInk(x, y) ? green : undefined));
    const { raster } = prepareRaster(from, recipe({ clear: {}, size: {} }));
    return opticalSide(rasterInk(raster)!) / raster.width;
  });
  for (const side of sides.slice(0, 2)) expect(side / sides[0]!).toBeCloseTo(1, 1);
  // A thin ring would leave the square: it is as large as that allows.
  expect(Math.min(...sides) / Math.max(...sides)).toBeGreaterThan(0.7);
});

test("for one colour, paper inside a badge goes and ink stays", () => {
  const badge = picture(60, 60, green, (x, y) => (inside(x, y, 20, 20, 40, 40) ? white : undefined));
  const { raster } = prepareRaster(badge, recipe({ ink: true, trim: false }));
  expect([alphaAt(raster, 5, 5), alphaAt(raster, 30, 30)]).toEqual([255, 0]);
});

test("main colours are few, distinct, the largest first, and no mixtures of edges", () => {
  const two = picture(80, 80, green, (x, y) => {
    const off = Math.hypot(x - 40, y - 40) - 20;
    const share = Math.min(1, Math.max(0, 0.5 - off));
    return green.map((level, i) => Math.round(level + ([230, 190, 80][i]! - level) * share)) as unknown as Rgb;
  });
  const found = mainColoursOf(two);
  expect(found.map(({ r, g, b }) => [r, g, b])).toEqual([[...green], [230, 190, 80]]);
  expect(found[0]!.share).toBeGreaterThan(found[1]!.share);
});

test("haloOf sees a pale rim, and none where there is none", () => {
  const disc = (rim: boolean) => {
    const data = new Uint8Array(100 * 100 * 4);
    for (let p = 0; p < 10000; p++) {
      const off = Math.hypot((p % 100) - 50, Math.floor(p / 100) - 50);
      if (off < 40) data.set(off > 38 && rim ? [220, 220, 220, 255] : [...green, 255], p * 4);
    }
    return haloOf({ width: 100, height: 100, data });
  };
  expect(disc(true).light).toBeGreaterThan(50);
  expect(disc(false)).toEqual({ light: 0, dark: 0 });
});

test("cropped goes beyond the edges too", () => {
  const { width, height, data } = cropped(ring, { x: -2, y: 45, width: 10, height: 10 });
  expect([width, height, data[3], data[2 * 4 + 3], data[9 * 10 * 4 + 3]]).toEqual([10, 10, 0, 255, 0]);
});
