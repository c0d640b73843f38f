import { describe, expect, test } from "@jest/globals";
import { frameCount, frameRates, frameToS } from "../document/fps";
import { prepareScene } from "../scene";
import { box, designWith, loadFace, testHouse, words } from "../testing/scene";
import { bundledFonts } from "../type/catalogue";
import { FontBook } from "../type/font-book";
import { timerText } from "./timer";
import { Timer } from "../document/keys";

const lengths = [
  ...[0.1, 0.2, 0.333, 0.5, 0.77, 1, 1.01, 1.5, 1.999, 2, 2.5, 3, 3.337, 3.7, 4, 4.04, 4.5, 5, 5.01, 5.5],
  ...[6, 6.28, 7, 7.77, 8, 9.1, 10, 11.11, 12, 13.37, 15, 17.5, 20, 23.976, 25, 29.97, 30, 45.6, 59.94, 60],
];
const design = designWith(
  [
    box("bar", { meter: { property: "width" } }),
    words("left", "0:00", { timer: { mode: "down", atZero: "Now", end: { anchor: "end" } } }),
    words("passed", "0:00", { timer: { mode: "up", pattern: "s" } }),
  ],
  { length: { default: 4, min: 0.1, max: 60 } },
);
const book = new FontBook(bundledFonts);

describe.each(Object.keys(frameRates))("at %s frames a second", (rate) => {
  const fps = frameRates[rate]!;
  test("the last frame is the end of meters and timers, whatever the length", async () => {
    for (const lengthS of lengths) {
      const request = { design, values: { fields: {}, lengthS }, house: testHouse, format: "wide", fps };
      const { table, still, sample } = await prepareScene(request, book, loadFace);
      const last = frameToS(frameCount(lengthS, fps) - 1, fps);
      expect(table.lastS).toBe(last);
      const width = (timeS: number) => {
        const op = sample(timeS).ops[0];
        return op?.kind === "fill" ? op.path.bounds.width : 0;
      };
      const full = still.layers[0]!.box.width;
      expect(width(last)).toBeCloseTo(full, 6);
      if (last > 0.2) expect(width(frameToS(frameCount(lengthS, fps) - 2, fps))).toBeLessThan(full - 1e-3);
      const { timer } = table.layers.get("left")!;
      const shown = (timeS: number) =>
        timerText(Timer.parse({ mode: "down", atZero: "Now" }), timer!.startS, timer!.endS, timeS);
      expect(shown(last)).toBe("Now");
      if (last > 0) expect(shown(last - 1 / 200)).toBe("0:01");
    }
  });
  test("a figure changes on the frame that its second begins on, never one early", () => {
    const timer = Timer.parse({ mode: "down", pattern: "s" });
    const endS = frameToS(frameCount(20, fps) - 1, fps);
    for (let frame = 0; frameToS(frame, fps) <= endS; frame++) {
      const timeS = frameToS(frame, fps);
      const shown = Number(timerText(timer, 0, endS, timeS));
      // The second that is shown has begun by now, and the next one has not.
      expect(endS - shown).toBeLessThanOrEqual(timeS + 1e-6);
      expect(endS - shown + 1).toBeGreaterThan(timeS - 1e-6);
    }
  });
});

test("the known values: 29.97 for 20 s ends on frame 598, 3.337 s at 25 on frame 82", () => {
  expect(frameCount(20, frameRates["29.97"]!)).toBe(599);
  expect(frameToS(598, frameRates["29.97"]!)).toBeCloseTo(19.953267, 6);
  expect([frameCount(3.337, frameRates["25"]!), frameToS(82, frameRates["25"]!)]).toEqual([83, 3.28]);
});

test("a countdown shows no figure that would be gone at once", () => {
  const timer = Timer.parse({ mode: "down", pattern: "s" });
  const at = (spanS: number, timeS: number) => timerText(timer, 0.5, 0.5 + spanS, timeS);
  expect([at(5.01, 0), at(5.01, 0.5), at(5.01, 0.52), at(5.01, 1.6)]).toEqual(["5", "5", "5", "4"]);
  expect([at(5.6, 0), at(5.6, 1), at(5.6, 1.2)]).toEqual(["6", "6", "5"]);
  expect([at(0.3, 0), at(0.3, 0.9)]).toEqual(["1", "0"]);
});
