import { describe, expect, test } from "@jest/globals";
import type { FinishOp } from "../sample/types";
import { applyFinish } from "./finish";
import { blur } from "./glow";
import type { Pixels } from "./pixels";

const common = { seed: 3, index: 0, rows: 64 };
const finishes: Readonly<Record<string, FinishOp>> = {
  grain: { kind: "grain", amount: 0.3, coloured: false, size: 2, rate: 0, ...common },
  "coloured grain": { kind: "grain", amount: 0.3, coloured: true, size: 1, rate: 0, ...common },
  glow: { kind: "glow", threshold: 0.2, radius: 4, strength: 1, ...common },
  glitch: { kind: "glitch", slices: 12, shift: 9, split: 2, rate: 0, ...common },
};

/** A soft disc in the middle of a 64 × 64 picture, seen through a window of it. */
function disc(x: number, y: number, width: number, height: number): Pixels {
  const data = new Uint8ClampedArray(width * height * 4);
  for (let row = 0; row < height; row++) {
    for (let column = 0; column < width; column++) {
      const away = Math.hypot(x + column - 32, y + row - 32);
      const at = (row * width + column) * 4;
      data.set([240, 180, 90, Math.max(0, Math.min(255, (18 - away) * 60))], at);
    }
  }
  return { data, width, height, x, y };
}

const pixel = ({ data, width, x, y }: Pixels, px: number, py: number) => {
  const at = ((py - y) * width + px - x) * 4;
  return [...data.subarray(at, at + 4)];
};

describe.each(Object.entries(finishes))("%s", (_, finish) => {
  test("changes something, and the same way every time", () => {
    const [first, again, plain] = [disc(0, 0, 64, 64), disc(0, 0, 64, 64), disc(0, 0, 64, 64)];
    applyFinish(first, finish);
    applyFinish(again, finish);
    expect(first.data).toEqual(again.data);
    expect(first.data).not.toEqual(plain.data);
  });
  test("gives the same pixels on a canvas that begins elsewhere", () => {
    const whole = disc(0, 0, 64, 64);
    const part = disc(3, 5, 58, 55);
    applyFinish(whole, finish);
    applyFinish(part, finish);
    for (const [x, y] of [
      [32, 32],
      [24, 40],
      [41, 29],
    ] as const) {
      expect(pixel(part, x, y)).toEqual(pixel(whole, x, y));
    }
  });
  test("leaves clear pixels clear where nothing reaches them", () => {
    const pixels = disc(0, 0, 64, 64);
    applyFinish(pixels, finish);
    expect(pixel(pixels, 0, 0)[3]).toBe(0);
  });
});

test("grain never changes how opaque a pixel is", () => {
  const [grained, plain] = [disc(0, 0, 64, 64), disc(0, 0, 64, 64)];
  applyFinish(grained, finishes.grain!);
  const alphas = (pixels: Pixels) => pixels.data.filter((_, i) => i % 4 === 3);
  expect(alphas(grained)).toEqual(alphas(plain));
});

test("another frame of live grain is another grain", () => {
  const [first, second] = [disc(0, 0, 64, 64), disc(0, 0, 64, 64)];
  applyFinish(first, finishes.grain!);
  applyFinish(second, { ...finishes.grain!, index: 1 } as FinishOp);
  expect(first.data).not.toEqual(second.data);
});

test("blur keeps the sum of the light and spreads it as wide as asked", () => {
  const side = 101;
  const values = new Float32Array(side * side);
  values[50 * side + 50] = 1;
  blur(values, side, side, 6);
  let sum = 0;
  let spread = 0;
  for (const [i, value] of values.entries()) {
    sum += value;
    spread += value * ((i % side) - 50) ** 2;
  }
  expect(sum).toBeCloseTo(1, 4);
  expect(Math.sqrt(spread)).toBeCloseTo(6, 0);
});
