import { describe, expect, test } from "@jest/globals";
import { barPlace, papersOf, secondOf, shareAt, stretchOf, timeAt } from "./papers";

const facts = (arriveS: number, leaveS: number, lengthS: number, squeeze = 1) => ({
  arriveS,
  leaveS,
  lengthS,
  squeeze,
});

describe("the papers", () => {
  test.each([60, 6, 2.4])("map instants of a clip of %s s to places and back, the stay folded", (lengthS) => {
    const papers = papersOf(facts(0.9, 0.6, lengthS));
    for (const share of [0, 0.2, 0.7, 0.95, 0.99, 1]) {
      expect(timeAt(papers, shareAt(papers, share * lengthS))).toBeCloseTo(share * lengthS, 6);
    }
    expect(papers.arrive + papers.stay + papers.leave).toBeCloseTo(1, 9);
  });
  test("keep arrive and leave to one scale, whatever the clip's length", () => {
    const short = papersOf(facts(0.8, 0.5, 3));
    const long = papersOf(facts(0.8, 0.5, 60));
    expect(long.perS).toBeCloseTo(short.perS, 9);
    expect(shareAt(long, 0.4)).toBeCloseTo(shareAt(short, 0.4), 9);
    expect(shareAt(long, 60) - shareAt(long, 59.6)).toBeCloseTo(0.4 * long.perS, 9);
  });
  test("are as wide as their phases last; only the fold in the stay is narrower, and lies within it", () => {
    const long = papersOf(facts(0.9, 0.6, 60));
    expect(long.arrive).toBeCloseTo(0.9 * long.perS, 9);
    expect(long.leave).toBeCloseTo(0.6 * long.perS, 9);
    expect(long.fold!.from).toBeGreaterThan(long.arrive);
    expect(long.fold!.from + long.fold!.width).toBeLessThan(1 - long.leave);
  });
  test("are to scale from end to end, without a fold, in a clip that is short enough", () => {
    for (const short of [papersOf(facts(0.9, 0.6, 2)), papersOf(facts(0.6, 0.4, 1, 0.5))]) {
      expect(short.fold).toBeUndefined();
      expect(shareAt(short, short.lengthS / 4)).toBeCloseTo(0.25, 9);
      expect(short.arrive + short.stay + short.leave).toBeCloseTo(1, 9);
    }
  });
  test("have a stretch to play for each phase, never an empty one", () => {
    expect(stretchOf("arrive", facts(0.9, 0.6, 6))).toEqual({ fromS: 0, toS: 0.9 });
    expect(stretchOf("stay", facts(0.9, 0.6, 6))).toEqual({ fromS: 0.9, toS: 5.4 });
    expect(stretchOf("leave", facts(0, 0, 6)).fromS).toBeLessThan(6);
  });
});

describe("bars", () => {
  const papers = papersOf(facts(0.9, 0.6, 10));
  test("of what starts on a cue lie where the cue is, also in the stay", () => {
    const { left, width } = barPlace(papers, { startS: 4, endS: 5, onCue: true }, { phase: "arrive" });
    expect([left, left + width]).toEqual([shareAt(papers, 4), expect.closeTo(shareAt(papers, 5), 9)]);
    const echo = barPlace(papers, { startS: 4, endS: 5, onCue: true }, { phase: "echo", pace: 0.5 });
    expect([echo.left, echo.left + echo.width]).toEqual([shareAt(papers, 7.5), expect.closeTo(shareAt(papers, 8), 9)]);
  });
  test("of what fades at once lie in the leave alone, however long the words took to come", () => {
    const { left, width } = barPlace(papers, { startS: 0, endS: 7 }, { phase: "echo", pace: 1, togetherS: 0.35 });
    expect(left).toBeGreaterThan(1 - papers.leave);
    expect(left + width).toBeCloseTo(1, 9);
  });
});

test.each([
  [{ anchor: "start", gap: 0.5 }, 0.5],
  [{ anchor: "end", gap: -1 }, 9],
  [{ anchor: "stay", share: 0.5, gap: 0.1 }, 5.1],
  [{ anchor: "cue", cue: "go", gap: 0.2 }, 3.2],
  [{ anchor: "cue", cue: "gone", gap: 0 }, undefined],
  [{ anchor: "video", layer: "slot", edge: "end", gap: 0 }, undefined],
] as const)("the instant %j is at second %s of the clip", (at, second) => {
  const found = secondOf(at, { arriveS: 1, leaveS: 1, lengthS: 10 }, [{ id: "go", at: 3 }]);
  if (second === undefined) expect(found).toBeUndefined();
  else expect(found).toBeCloseTo(second, 9);
});

describe("bars", () => {
  const papers = papersOf(facts(0.8, 0.8, 6));
  test("stand where their seconds are, and as wide as they are long", () => {
    const { left, width } = barPlace(papers, { startS: 0.2, endS: 0.6 }, { phase: "arrive" });
    expect(left).toBeCloseTo(shareAt(papers, 0.2), 9);
    expect(left + width).toBeCloseTo(shareAt(papers, 0.6), 9);
  });
  test("of the stay lie from their first turn to the end of their last", () => {
    const { left, width } = barPlace(papers, { startS: 1, endS: 5 }, { phase: "stay" });
    expect([left, left + width]).toEqual([shareAt(papers, 1), expect.closeTo(shareAt(papers, 5), 9)]);
  });
  test("of an own leave end with the clip", () => {
    const place = barPlace(papers, { startS: 0.3, endS: 0.5 }, { phase: "leave", phaseS: 0.5 });
    expect(place.left + place.width).toBeCloseTo(1, 9);
  });
  test("that echo arrive are its mirror image from the end, at the leave's own pace", () => {
    const echo = barPlace(papers, { startS: 0, endS: 0.4 }, { phase: "echo", pace: 0.5 });
    expect(echo.left + echo.width).toBeCloseTo(1, 9);
    expect(echo.width).toBeCloseTo(0.2 * papers.perS, 9);
  });
});

test("every instant of every clip has one place, in order, and leads back, however long its phases are", () => {
  for (const arriveS of [0, 0.04, 0.9, 3]) {
    for (const leaveS of [0, 0.3, 2.2]) {
      for (const lengthS of [arriveS + leaveS + 0.01, arriveS + leaveS + 0.8, 12, 3600]) {
        const papers = papersOf(facts(arriveS, leaveS, lengthS));
        let before = -1;
        for (let i = 0; i <= 200; i++) {
          const share = shareAt(papers, (i * lengthS) / 200);
          expect(share).toBeGreaterThanOrEqual(before);
          expect(timeAt(papers, share)).toBeCloseTo((i * lengthS) / 200, 5);
          before = share;
        }
        expect(before).toBeCloseTo(1, 9);
        expect(Math.min(papers.arrive, papers.stay, papers.leave)).toBeGreaterThanOrEqual(-1e-12);
      }
    }
  }
});
