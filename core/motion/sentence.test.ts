import { describe, expect, test } from "@jest/globals";
import { moveKinds, type Move, type MoveKind } from "../document/move";
import { box, designWith, words } from "../testing/scene";
import { sentenceOf } from "./sentence";
import { easeWords, kindWords } from "./words";

const design = designWith(
  [
    box("panel", { name: "Panel", moves: [{ id: "p", kind: "unroll", phase: "arrive" }] }),
    words("name", "Ada", { name: "Name" }),
  ],
  { cues: [{ id: "go", name: "Go", at: 1 }] },
);
const said = (move: object) =>
  sentenceOf(design, {
    ...{ id: "m", kind: "slide", phase: "arrive", start: { to: "phase", edge: "start", gap: 0 } },
    ...move,
  } as Move);

describe("a move in words", () => {
  test("says how, from where, over how long, when, in which parts and how it runs", () => {
    expect(
      said({
        from: "left",
        length: 0.6,
        start: { to: "p", edge: "settle", gap: 0.2 },
        split: { by: "word", order: "forward", overlap: 0.5 },
        ease: "ease-out",
      }),
    ).toBe("Arrives by sliding from the left over 0.6 s, 0.2 s after Panel settles, word by word, easing out.");
  });
  test("says where a leave goes to, and what a stay does", () => {
    expect(said({ phase: "leave", from: "top", length: 0.4, ease: "ease-in" })).toBe(
      "Leaves by sliding to the top over 0.4 s, easing in.",
    );
    expect(said({ phase: "stay", kind: "breathe", length: 3 })).toContain("While it stays, it is breathing over 3 s");
  });
  test.each([
    [{ to: "phase", edge: "start", gap: 0.3 }, ", 0.3 s in,"],
    [{ to: "p", edge: "start", gap: 0 }, ", with Panel,"],
    [{ to: "p", edge: "start", gap: -0.1 }, ", 0.1 s before Panel starts,"],
    [{ to: "p", edge: "settle", gap: 0 }, ", as soon as Panel settles,"],
    [{ to: "cue:go", edge: "start", gap: 0 }, ", on the cue “Go”,"],
  ])("says when: %j", (start, words) => {
    expect(said({ start })).toContain(words);
  });
  test("has words for every kind", () => {
    for (const kind of Object.keys(moveKinds) as MoveKind[]) {
      expect(kindWords[kind].doing).not.toBe("");
      expect(said({ kind })).not.toContain("undefined");
    }
  });
});

test.each([
  ["linear", "evenly"],
  [{ kind: "cubic-bezier", x1: 0.16, y1: 1, x2: 0.3, y2: 1 }, "easing out strongly"],
  [{ kind: "cubic-bezier", x1: 0.4, y1: 0, x2: 0.2, y2: 1 }, "easing in and out"],
  [{ kind: "cubic-bezier", x1: 0.3, y1: 1.4, x2: 0.6, y2: 1 }, "with a little overshoot"],
  [{ kind: "cubic-bezier", x1: 0.3, y1: -0.4, x2: 0.6, y2: 1 }, "drawing back first"],
  [{ kind: "cubic-bezier", x1: 0.7, y1: -0.6, x2: 0.3, y2: 1.6 }, "drawing back, then overshooting"],
  [
    {
      kind: "linear",
      points: [
        { at: 0, value: 0 },
        { at: 0.6, value: 1.2 },
        { at: 1, value: 1 },
      ],
    },
    "with a little overshoot",
  ],
  [{ kind: "steps", count: 1, jump: "end" }, "in one jump"],
  [{ kind: "spring", stiffness: 170, damping: 12, mass: 1 }, "springing"],
] as const)("%j runs %s", (ease, words) => {
  expect(easeWords(ease as never)).toBe(words);
});
