import { describe, expect, test } from "@jest/globals";
import { namedEases, type Ease } from "@/core/document/ease";
import { prepareEase } from "@/core/motion/ease";
import { easePath } from "../strip/ease-path";
import { asBezier, drawnEase, fieldHigh, fieldLow } from "./ease-field";

describe("the curve editor", () => {
  test.each(namedEases)("opens “%s” with the handles that draw the same curve", (name) => {
    const curve = prepareEase({ kind: "cubic-bezier", ...asBezier(name) });
    const own = prepareEase(name);
    for (let i = 0; i <= 20; i++) expect(curve(i / 20)).toBeCloseTo(own(i / 20), 6);
  });
  test("draws progress from 0 to 1 and a pace that is level where it runs evenly", () => {
    const { progress, pace } = drawnEase("linear");
    expect([progress[0]!.y, progress[progress.length - 1]!.y]).toEqual([0, 1]);
    for (const { y } of pace) expect(y).toBeCloseTo(0.25, 6);
  });
  test("keeps the pace of a jump inside the field", () => {
    const steps: Ease = { kind: "steps", count: 2, jump: "end" };
    for (const { y } of drawnEase(steps).pace) {
      expect(y).toBeGreaterThanOrEqual(fieldLow);
      expect(y).toBeLessThanOrEqual(fieldHigh);
    }
  });
  test("the pace is the slope of the progress", () => {
    const { progress, pace } = drawnEase("ease-in-out");
    for (let i = 5; i < 95; i += 10) {
      const slope = (progress[i + 1]!.y - progress[i - 1]!.y) / (progress[i + 1]!.x - progress[i - 1]!.x);
      expect(pace[i]!.y * 4).toBeCloseTo(slope, 1);
    }
  });
});

describe("the ease inside a bar", () => {
  test("rises from the lower edge to near the upper one and closes along the bottom", () => {
    const path = easePath("linear");
    expect(path.startsWith("M0.0 18.00")).toBe(true);
    expect(path).toContain("L100.0 2.00L100 20L0 20Z");
  });
  test("is drawn once for equal eases", () => {
    const ease = () => ({ kind: "cubic-bezier", x1: 0.2, y1: 0, x2: 0.1, y2: 1 }) as const;
    expect(easePath(ease())).toBe(easePath(ease()));
    expect(easePath(ease())).not.toBe(easePath("ease-in"));
  });
});
