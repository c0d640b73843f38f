import { expect, test } from "@jest/globals";
import type { MoveBar } from "@/ui/stage/protocol";
import { papersOf, shareAt } from "./papers";
import { slotsOf } from "./slots";

const bar = (move: string, startS: number, endS: number, phase: MoveBar["phase"] = "arrive"): MoveBar => ({
  ...{ layer: "a", move, phase, startS, endS, onCue: false },
});

test("moves of one layer that run at the same time have places of their own, others the whole track", () => {
  const slots = slotsOf([bar("one", 0, 0.5), bar("two", 0.2, 0.6), bar("three", 0.5, 0.9), bar("out", 0, 1, "leave")]);
  expect(slots.get("one")).toEqual({ at: 0, of: 2 });
  expect(slots.get("two")).toEqual({ at: 1, of: 2 });
  expect(slots.get("three")).toEqual({ at: 0, of: 2 });
  expect(slots.has("out")).toBe(false);
});

test("a fold keeps cues apart", () => {
  const facts = { arriveS: 0.6, leaveS: 0.5, lengthS: 30, squeeze: 1 };
  const cues = [8, 9, 10.5, 12, 13];
  const apart = (papers: ReturnType<typeof papersOf>) =>
    Math.min(...cues.slice(1).map((at, i) => shareAt(papers, at) - shareAt(papers, cues[i]!)));
  expect(apart(papersOf(facts, cues))).toBeGreaterThan(2 * apart(papersOf(facts)));
});
