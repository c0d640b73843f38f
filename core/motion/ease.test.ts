import { describe, expect, test } from "@jest/globals";
import fc from "fast-check";
import { cubicBezier, prepareEase } from "./ease";

describe("cubicBezier", () => {
  test("matches the known values", () => {
    expect(prepareEase("ease")(0.5)).toBeCloseTo(0.8024, 5);
    expect(prepareEase("ease-in-out")(0.25)).toBeCloseTo(0.12916, 5);
  });
  test("starts at 0 and ends at 1 exactly, and holds beyond", () => {
    const ease = cubicBezier(0.16, 1, 0.3, 1);
    expect([ease(-1), ease(0), ease(1), ease(2)]).toEqual([0, 0, 1, 1]);
  });
  test("never falls when its handles stay within 0 and 1", () => {
    const share = fc.double({ min: 0, max: 1, noNaN: true });
    fc.assert(
      fc.property(share, share, share, share, share, share, (x1, y1, x2, y2, a, b) => {
        const ease = cubicBezier(x1, y1, x2, y2);
        const [low, high] = a < b ? [a, b] : [b, a];
        expect(ease(high) - ease(low)).toBeGreaterThan(-1e-9);
      }),
    );
  });
});
