import { expect, test } from "@jest/globals";
import type { Move } from "@/core/document/move";
import { box, designWith } from "@/core/testing/scene";
import type { MoveBar } from "@/ui/stage/protocol";
import { papersOf, shareAt } from "./papers";
import { threadsOf } from "./Threads";

const papers = papersOf({ arriveS: 0.9, leaveS: 0.6, lengthS: 6, squeeze: 1 });
const fade = (id: string, to: string, edge: "start" | "settle"): Move => ({
  ...{ id, kind: "fade", phase: "arrive" },
  start: { to, edge, gap: 0.1 },
});
const bar = (layer: string, move: string, startS: number, endS: number): MoveBar => ({
  ...{ layer, move, phase: "arrive", startS, endS, onCue: false },
});

test("a thread leads from the edge that is waited for to where the waiting move begins, row by row", () => {
  const { layers: rows } = designWith([
    box("strap", { moves: [fade("late", "first", "settle")] }),
    box("panel", { moves: [fade("first", "phase", "start")] }),
  ]);
  const bars = [bar("strap", "late", 0.5, 0.8), bar("panel", "first", 0, 0.4)];
  expect(threadsOf(rows, bars, papers, 0)).toEqual([
    {
      ...{ move: "late", to: "first" },
      from: { share: expect.closeTo(shareAt(papers, 0.4)), row: 1 },
      until: { share: expect.closeTo(shareAt(papers, 0.5)), row: 0 },
    },
  ]);
  expect(threadsOf(rows.slice(0, 1), bars, papers, 0)).toEqual([]);
});
