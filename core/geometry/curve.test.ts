import { describe, expect, test } from "@jest/globals";
import fc from "fast-check";
import { pathLength, trimPath } from "./curve";
import type { Path } from "./path";
import { rectanglePath } from "./rectangle";
import { ellipsePath, polylinePath, ringPath, starPoints, wavePath } from "./shapes";

const square = { size: 0, style: "round" } as const;
const rectangle = rectanglePath(1000, 500, [square, square, square, square]);
const endOf = (path: Path): number[] => (path.commands.at(-1)!.slice(1) as number[]).slice(-2);
const share = fc.double({ min: 0, max: 1, noNaN: true });

describe("trimPath", () => {
  test("half the outline of a 1000 × 500 rectangle ends at its bottom-right corner", () => {
    const half = trimPath(rectangle, 0, 0.5);
    expect(endOf(half)).toEqual([1000, 500]);
    expect(pathLength(half)).toBeCloseTo(1500, 9);
  });
  test("keeps the share of the length of any outline", () => {
    const corner = { size: 40, style: "round" } as const;
    const outlines = [
      rectangle,
      rectanglePath(300, 200, [corner, corner, square, corner]),
      ellipsePath(200, 90, false),
      ringPath(100, 100, { inner: 0, from: 20, sweep: 250 }),
      polylinePath(starPoints(80, 60, 5, 0.4), true, 4),
    ];
    for (const outline of outlines) {
      const whole = pathLength(outline);
      fc.assert(
        fc.property(share, share, (a, b) => {
          const [from, to] = a < b ? [a, b] : [b, a];
          expect(pathLength(trimPath(outline, from, to))).toBeCloseTo(whole * (to - from), 4);
        }),
        { numRuns: 30 },
      );
    }
  });
  test("runs on through the start of a closed outline when it ends before it begins", () => {
    const part = trimPath(rectangle, 0.9, 0.1);
    expect(pathLength(part)).toBeCloseTo(3000 * 0.2, 9);
    expect(part.commands.filter(([name]) => name === "M").length).toBe(1);
  });
  test("measures a circle of cubics to a few ten-thousandths", () => {
    const circle = pathLength(ellipsePath(200, 200, true));
    expect(Math.abs(circle / (200 * Math.PI) - 1)).toBeLessThan(3e-4);
  });
});

describe("shapes", () => {
  test("stay within their box", () => {
    const boxes = fc.record({
      w: fc.double({ min: 1, max: 200, noNaN: true }),
      h: fc.double({ min: 1, max: 200, noNaN: true }),
    });
    fc.assert(
      fc.property(boxes, fc.double({ min: -360, max: 360, noNaN: true }), ({ w, h }, turn) => {
        const paths = [
          ellipsePath(w, h, true),
          ringPath(w, h, { inner: 0.5, from: turn, sweep: turn }),
          polylinePath(starPoints(w, h, 5, 0.5), true, 1),
          wavePath({ width: w, height: h }, { level: 1, height: Math.min(2, h), length: 9, phase: turn }),
        ];
        for (const { bounds } of paths) {
          // Control points of an arc may stand a little outside; a quarter of the radius is their most.
          const slack = Math.min(w, h) * 0.14 + 1e-6;
          expect(bounds.x).toBeGreaterThanOrEqual(-slack);
          expect(bounds.y).toBeGreaterThanOrEqual(-slack - 1);
          expect(bounds.x + bounds.width).toBeLessThanOrEqual(w + slack);
          expect(bounds.y + bounds.height).toBeLessThanOrEqual(h + slack + 1);
        }
      }),
    );
  });
  test("a whole ring is two outlines, a part of one is a single closed one", () => {
    const closings = (sweep: number) =>
      ringPath(10, 10, { inner: 0.5, from: 0, sweep }).commands.filter(([name]) => name === "Z").length;
    expect([closings(360), closings(90), closings(-90)]).toEqual([2, 1, 1]);
  });
});
