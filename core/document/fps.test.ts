import { expect, test } from "@jest/globals";
import { frameCount, frameRates, frameToS, rateName } from "./fps";

test("frameCount rounds 10 s at 30000/1001 up to 300 frames", () => {
  expect(frameCount(10, frameRates["29.97"]!)).toBe(300);
});

test("frameToS keeps the ratio exact", () => {
  expect(frameToS(299, frameRates["29.97"]!)).toBeCloseTo(9.976633, 6);
  expect(frameToS(1001, frameRates["23.976"]!)).toBe((1001 * 1001) / 24000);
});

test("frameCount is never zero", () => {
  expect(frameCount(0.001, { num: 24, den: 1 })).toBe(1);
});

test("rateName gives the name people use for a ratio", () => {
  expect(["25/1", "30000/1001", "60000/1001", "12/1"].map(rateName)).toEqual(["25", "29.97", "59.94", "12/1"]);
});
