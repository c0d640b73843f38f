import { describe, expect, test } from "@jest/globals";
import fc from "fast-check";
import { foldedStrip, foldPx } from "./folded";

describe("a folded strip", () => {
  test("draws what is on to scale and folds long pauses", () => {
    const strip = foldedStrip(
      [
        { startS: 0, endS: 5 },
        { startS: 6, endS: 10 },
        { startS: 310, endS: 320 },
      ],
      620,
      800,
    );
    expect(strip.stretches.map(({ folded }) => folded)).toEqual([false, true, false, true]);
    expect(strip.stretches.at(-1)!.to).toBeCloseTo(800, 6);
    expect(strip.xOf(310) - strip.xOf(10)).toBeCloseTo(foldPx, 6);
    // Five seconds here are as wide as five seconds there.
    expect(strip.xOf(5) - strip.xOf(0)).toBeCloseTo(strip.xOf(315) - strip.xOf(310), 6);
  });
  test("there and back is the same instant, and later is further right", () => {
    const part = fc.record({
      startS: fc.double({ min: 0, max: 500, noNaN: true }),
      d: fc.double({ min: 0.2, max: 60, noNaN: true }),
    });
    fc.assert(
      fc.property(fc.array(part, { maxLength: 12 }), fc.double({ min: 0, max: 1, noNaN: true }), (parts, share) => {
        const on = parts.map(({ startS, d }) => ({ startS, endS: startS + d }));
        const lengthS = Math.max(1, ...on.map(({ endS }) => endS));
        const strip = foldedStrip(on, lengthS, 900);
        const timeS = share * lengthS;
        expect(strip.timeOf(strip.xOf(timeS))).toBeCloseTo(timeS, 3);
        expect(strip.xOf(Math.min(lengthS, timeS + 0.5))).toBeGreaterThanOrEqual(strip.xOf(timeS));
      }),
    );
  });
});
