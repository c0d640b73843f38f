import { expect, test } from "@jest/globals";
import type { Move } from "@/core/document/move";
import { box, designWith } from "@/core/testing/scene";
import type { MoveBar } from "@/ui/stage/protocol";
import { pulled, snapped, timesOf, type Part, type Pull } from "./pulls";
import { papersOf } from "./papers";

const bar = (move: string, startS: number, endS: number, phase: MoveBar["phase"] = "arrive"): MoveBar => ({
  layer: "first",
  move,
  phase,
  startS,
  endS,
  onCue: false,
});
const bars = [bar("a", 0, 0.5), bar("b", 0.25, 0.8), bar("gone", 0.4, 0.6, "leave")];

const moves = ["a", "b"].map((id, i) => ({
  id,
  kind: "fade",
  phase: "arrive",
  start: { to: "phase", edge: "start", gap: i * 0.25 },
  length: i === 0 ? 0.5 : 0.55,
}));
const design = designWith([box("first", { moves: moves as unknown as Move[] })]);

const pullOf = (part: Part, ids: readonly string[]): Pull => ({
  part,
  x: 0,
  y: 0,
  name: "drag",
  papers: papersOf({ arriveS: 0.8, leaveS: 0.6, lengthS: 6, squeeze: 1 }),
  laneWidth: 800,
  times: timesOf(ids, bars, 0.8),
  grows: false,
  document: design,
  moved: true,
});

test("an end that is near another move's end meets it, in its own phase only", () => {
  expect(snapped(0.245, pullOf("whole", ["a"]), bars[0]!, 0.02, bars)).toBeCloseTo(0.25);
  expect(snapped(0.29, pullOf("to", ["a"]), bars[0]!, 0.02, bars)).toBeCloseTo(0.3);
  expect(snapped(0.395, pullOf("from", ["a"]), bars[0]!, 0.02, bars)).toBeCloseTo(0.4);
  expect(snapped(0.111, pullOf("whole", ["a"]), bars[0]!, 0.001, bars)).toBeCloseTo(0.12);
});

test("a pull is worked out from where it began, however often it is told", () => {
  const draft = structuredClone(design);
  const move = draft.layers[0]!.moves[1]!;
  const now = pullOf("whole", ["b"]);
  for (const byS of [0.3, 0.1, 0.2]) pulled(draft, now, move, byS);
  expect(draft.layers[0]!.moves[1]!.start.gap).toBeCloseTo(0.45);
});

test("the left end pulled keeps the right one where it is, and leaves something of the bar", () => {
  const draft = structuredClone(design);
  pulled(draft, pullOf("from", ["b"]), draft.layers[0]!.moves[1]!, 0.2);
  const after = draft.layers[0]!.moves[1]!;
  expect(after.start.gap + after.length!).toBeCloseTo(0.8);
  pulled(draft, pullOf("from", ["b"]), draft.layers[0]!.moves[1]!, 5);
  expect(draft.layers[0]!.moves[1]!.length!).toBeGreaterThan(0.03);
});

test("what is pulled before its leave makes the leave begin earlier, and leaves the others where they are from its end", () => {
  const leaving = moves.map((move) => ({ ...move, phase: "leave" }));
  const document = designWith([box("first", { moves: leaving as unknown as Move[] })]);
  const times = new Map([["a", { startS: 0, lengthS: 0.5 }]]);
  const gaps = (grows: boolean) => {
    const draft = structuredClone(document);
    for (const byS of [-0.1, -0.3]) {
      pulled(draft, { ...pullOf("whole", []), document, times, grows }, draft.layers[0]!.moves[0]!, byS);
    }
    return draft.layers[0]!.moves.map(({ start }) => start.gap);
  };
  expect(gaps(true)).toEqual([0, expect.closeTo(0.55)]);
  expect(gaps(false)).toEqual([0, 0.25]);
});
