import { expect, test } from "@jest/globals";
import fc from "fast-check";
import { halve } from "./levels";
import { MeanOf } from "./mean";

const level = fc.integer({ min: 0, max: 255 });
const pixel = fc.tuple(level, level, level, level);

test("the mean of pictures is that of their premultiplied levels, to half a level", () => {
  fc.assert(
    fc.property(fc.array(pixel, { minLength: 1, maxLength: 16 }), (samples) => {
      const mean = new MeanOf(1);
      for (const sample of samples) mean.add(Uint8ClampedArray.from(sample));
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

test("a pixel that is the same in all samples comes out as it is", () => {
  const mean = new MeanOf(2);
  for (const red of [10, 30]) mean.add(Uint8ClampedArray.from([red, 20, 30, 255, 7, 8, 9, 3]));
  const found = new Uint8ClampedArray(8);
  mean.write(found);
  expect([...found]).toEqual([20, 20, 30, 255, 7, 8, 9, 3]);
});

test("halving keeps colour by how opaque it is, and odd last rows", () => {
  const from = Uint8ClampedArray.from([200, 0, 0, 255, 0, 0, 0, 0, 100, 0, 0, 255]);
  const to = new Uint8ClampedArray(8);
  halve(from, 3, 1, to);
  expect([...to]).toEqual([200, 0, 0, 128, 100, 0, 0, 255]);
});
