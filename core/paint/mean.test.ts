import { expect, test } from "@jest/globals";
import fc from "fast-check";
import { halve } from "./levels";
import { MeanOf } from "./mean";

const level = fc.integer({ min: 0, max: 255 });
const pixel = fc.tuple(level, level, level, level);

test("the mean of pictures is that of their premultiplied levels, to half a level", () => {
  fc.assert(
    fc.property(fc.array(pixel, { minLength: 1, maxLength: 16 }), (samples) => {
      const mean = new MeanOf(1, 1);
      for (const sample of samples) mean.add(Uint8ClampedArray.from(sample), 0, 0, 1);
      const found = new Uint8ClampedArray(4);
      mean.write(found);
      const alpha = samples.reduce((sum, [, , , a]) => sum + a, 0) / samples.length;
      expect(Math.abs(found[3]! - alpha)).toBeLessThanOrEqual(0.5);
      for (const channel of [0, 1, 2] as const) {
        const wanted = samples.reduce((sum, sample) => sum + (sample[channel] * sample[3]) / 255, 0) / samples.length;
        // Straight alpha holds the same premultiplied level to within one.
        expect(Math.abs((found[channel]! * alpha) / 255 - wanted)).toBeLessThanOrEqual(1);
      }
    }),
  );
});

test("a part of a picture is taken in where it lies, the rest as clear", () => {
  const mean = new MeanOf(4, 3);
  mean.add(Uint8ClampedArray.from([10, 20, 30, 255, 40, 50, 60, 255]), 1, 1, 1);
  mean.add(new Uint8ClampedArray(0), 0, 0, 1);
  const found = new Uint8ClampedArray(48);
  mean.write(found);
  expect([...found.subarray(20, 24)]).toEqual([10, 20, 30, 128]);
  expect([...found.subarray(36, 40)]).toEqual([40, 50, 60, 128]);
  expect(found.reduce((sum, value) => sum + value, 0)).toBe(10 + 20 + 30 + 128 + 40 + 50 + 60 + 128);
});

test("halving keeps colour by how opaque it is, and odd last rows", () => {
  const from = Uint8ClampedArray.from([200, 0, 0, 255, 0, 0, 0, 0, 100, 0, 0, 255]);
  const to = new Uint8ClampedArray(8);
  halve(from, 3, 1, to);
  expect([...to]).toEqual([200, 0, 0, 128, 100, 0, 0, 255]);
});
