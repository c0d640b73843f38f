import { describe, expect, test } from "@jest/globals";
import fc from "fast-check";
import { frameRates } from "./fps";
import { frameOfHour, frameOfTimecode, mayDrop, timecodeOf } from "./timecode";

const ntsc = frameRates["29.97"]!;
const double = frameRates["59.94"]!;

describe("timecodeOf", () => {
  test("counts frames, seconds, minutes, hours", () => {
    expect(timecodeOf(0, frameRates["25"]!)).toBe("00:00:00:00");
    expect(timecodeOf(24, frameRates["25"]!)).toBe("00:00:00:24");
    expect(timecodeOf(25 * 3661 + 7, frameRates["25"]!)).toBe("01:01:01:07");
    expect(timecodeOf(24 * 60, frameRates["23.976"]!)).toBe("00:01:00:00");
  });
  test("with drop-frame leaves numbers out each minute but every tenth", () => {
    expect(timecodeOf(1799, ntsc, true)).toBe("00:00:59;29");
    expect(timecodeOf(1800, ntsc, true)).toBe("00:01:00;02");
    expect(timecodeOf(17981, ntsc, true)).toBe("00:09:59;29");
    expect(timecodeOf(17982, ntsc, true)).toBe("00:10:00;00");
    expect(timecodeOf(107892, ntsc, true)).toBe("01:00:00;00");
    expect(timecodeOf(3600, double, true)).toBe("00:01:00;04");
  });
  test("keeps with the clock over a day, to two frames", () => {
    for (const hours of [1, 7, 23]) {
      const frame = Math.round((hours * 3600 * 30000) / 1001);
      expect(timecodeOf(frame, ntsc, true).slice(0, 5)).toMatch(/^\d\d:(00|59)$/);
    }
  });
  test("drops nothing where there is nothing to drop", () => {
    for (const name of ["24", "25", "30", "50", "60", "23.976"]) {
      expect(mayDrop(frameRates[name]!)).toBe(false);
      expect(timecodeOf(5000, frameRates[name]!, true)).toBe(timecodeOf(5000, frameRates[name]!));
    }
  });
});

test("frameOfTimecode reads back every frame of a day, at every rate, dropping or not", () => {
  fc.assert(
    fc.property(
      fc.constantFrom(...Object.values(frameRates)),
      fc.nat(60 * 60 * 60 * 5),
      fc.boolean(),
      (fps, frame, drop) => {
        expect(frameOfTimecode(timecodeOf(frame, fps, drop), fps)).toBe(frame);
      },
    ),
  );
});
test.each([
  ["23.976", false, 86_400],
  ["24", false, 86_400],
  ["25", false, 90_000],
  ["29.97", false, 108_000],
  ["29.97", true, 107_892],
  ["30", false, 108_000],
  ["50", false, 180_000],
  ["59.94", false, 216_000],
  ["59.94", true, 215_784],
  ["60", false, 216_000],
])("the first hour at %s, dropping %p, is frame %d, and its timecode says so", (rate, drop, frame) => {
  const fps = frameRates[rate]!;
  expect(frameOfHour(1, fps, drop)).toBe(frame);
  const mark = drop ? ";" : ":";
  expect(timecodeOf(frameOfHour(1, fps, drop), fps, drop)).toBe(`01:00:00${mark}00`);
  expect(timecodeOf(frameOfHour(10, fps, drop), fps, drop)).toBe(`10:00:00${mark}00`);
});
test("frameOfTimecode refuses what names no frame", () => {
  for (const text of ["", "1:2:3:4", "00:60:00:00", "00:00:00:25", "00:00:01", "00:01:00;00"])
    expect(frameOfTimecode(text, text.includes(";") ? ntsc : frameRates["25"]!)).toBeUndefined();
  expect(frameOfTimecode("00:10:00;00", ntsc)).toBe(17982);
});
