import { describe, expect, test } from "@jest/globals";
import { readSum, SumError } from "./sum";

const value = (text: string, values: Record<string, number> = {}) => readSum(text, Object.keys(values))(values);

describe("readSum", () => {
  test.each([
    ["2 + 3 * 4", {}, 14],
    ["(2 + 3) × 4 − 1", {}, 19],
    ["-a / 2", { a: 10 }, -5],
    ["max(a, b, 3) + min(1, 2) + abs(0 - 4) + round(1.4)", { a: 1, b: 7 }, 13],
  ])("works out %s", (text, values, result) => {
    expect(value(text, values as Record<string, number>)).toBe(result);
  });
  test.each([
    ["a + c", "none of its sources"],
    ["a; b", "arithmetic"],
    ["a = 2", ""],
    ["a.constructor", "arithmetic"],
    ["constructor(a)", "min, max, abs, round"],
    ["max()", "needs a number"],
    ["a ? 1 : 2", "arithmetic"],
    ["'3' + a", "not a number"],
    ["a ** 2", ""],
    ["a &&", ""],
    ["", "arithmetic"],
  ])("refuses %s", (text, reason) => {
    expect(() => readSum(text, ["a"])).toThrow(SumError);
    expect(() => readSum(text, ["a"])).toThrow(new RegExp(reason.replace(/[.*+?^${}()|[\]\\]/g, "\\$&")));
  });
});
