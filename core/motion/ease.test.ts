import { describe, expect, test } from "@jest/globals";
import fc from "fast-check";
import { readCssEase } from "./css-ease";
import { cubicBezier, prepareEase } from "./ease";
import { settleTime, springLeft } from "./spring";

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

const spring = (stiffness: number, damping: number, mass: number) =>
  ({ kind: "spring", stiffness, damping, mass }) as const;

describe("springs", () => {
  const springs = fc.record({
    stiffness: fc.double({ min: 1, max: 2000, noNaN: true }),
    damping: fc.double({ min: 1, max: 200, noNaN: true }),
    mass: fc.double({ min: 0.05, max: 20, noNaN: true }),
  });
  test("stay within a thousandth once they have settled, whatever their damping", () => {
    fc.assert(
      fc.property(springs, fc.double({ min: 1, max: 5, noNaN: true }), (facts, later) => {
        expect(Math.abs(springLeft(facts, settleTime(facts) * later))).toBeLessThanOrEqual(0.001 + 1e-9);
      }),
    );
  });
  test("obey their own equation: mass times pull back is stiffness and damping", () => {
    for (const facts of [spring(170, 8, 1), spring(100, 20, 1), spring(100, 60, 1)]) {
      const h = 1e-4;
      for (const t of [0.05, 0.2, 0.6]) {
        const [a, b, c] = [t - h, t, t + h].map((at) => springLeft(facts, at)) as [number, number, number];
        const [speed, pull] = [(c - a) / (2 * h), (a - 2 * b + c) / (h * h)];
        expect(facts.mass * pull + facts.damping * speed + facts.stiffness * b).toBeCloseTo(0, 1);
      }
    }
  });
  test("a soft one overshoots, a stiff-damped one does not", () => {
    const most = (facts: ReturnType<typeof spring>) =>
      Math.max(...Array.from({ length: 200 }, (_, i) => prepareEase(facts)(i / 200)));
    expect(most(spring(170, 6, 1))).toBeGreaterThan(1.2);
    expect(most(spring(170, 40, 1))).toBeLessThanOrEqual(1);
  });
});

describe("curves of CSS", () => {
  test.each([
    ["cubic-bezier(0.16, 1, 0.3, 1)", { kind: "cubic-bezier", x1: 0.16, y1: 1, x2: 0.3, y2: 1 }],
    ["steps(4, jump-none)", { kind: "steps", count: 4, jump: "none" }],
    ["step-start", { kind: "steps", count: 1, jump: "start" }],
    ["ease-in-out;", "ease-in-out"],
    ["linear(0, 0.5 25% 75%, 1)", { kind: "linear", points: points([0, 0], [0.25, 0.5], [0.75, 0.5], [1, 1]) }],
    ["linear(0, 0.2, 1)", { kind: "linear", points: points([0, 0], [0.5, 0.2], [1, 1]) }],
  ])("reads %s", (text, ease) => {
    expect(readCssEase(text)).toEqual(ease);
  });
  test.each([
    "cubic-bezier(1.2, 0, 0, 1)",
    "steps(0)",
    "linear(1)",
    "bounce(3)",
    "",
    "steps(2, middle)",
    "linear(a, b)",
  ])("refuses %j", (text) => expect(readCssEase(text)).toBeUndefined());
  test("steps jump where CSS says", () => {
    const at = (jump: "start" | "end" | "none" | "both") =>
      [0.1, 0.3, 0.6, 0.9].map((t) => prepareEase({ kind: "steps", count: 4, jump })(t));
    expect(at("end")).toEqual([0, 0.25, 0.5, 0.75]);
    expect(at("start")).toEqual([0.25, 0.5, 0.75, 1]);
    expect(at("none").map((v) => Math.round(v * 3))).toEqual([0, 1, 2, 3]);
    expect(at("both")).toEqual([0.2, 0.4, 0.6, 0.8]);
  });
  test("every curve begins at 0 and ends at 1, exactly", () => {
    const eases = ["linear", "ease", spring(170, 6, 1), { kind: "steps", count: 3, jump: "both" }] as const;
    for (const ease of eases) expect([prepareEase(ease)(0), prepareEase(ease)(1)]).toEqual([0, 1]);
  });
});

function points(...pairs: [number, number][]) {
  return pairs.map(([at, value]) => ({ at, value }));
}
