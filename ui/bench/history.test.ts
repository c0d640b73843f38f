import { expect, test } from "@jest/globals";
import { applyPatches } from "immer";
import { box, designWith } from "@/core/testing/scene";
import { doStep, historyAfter, noHistory, patchesBetween, redoStep, undoStep } from "@/ui/parts/history";
import { treeRows } from "./strip/tree";

const start = designWith([box("a"), box("b")]);
const shift = (dx: number) => (draft: typeof start) => void (draft.layers[0]!.place.dx = dx);

test("every step can be undone and done again, and its patches carry it to another copy", () => {
  const one = doStep(start, noHistory, "Move", shift(1))!;
  const two = doStep(one.document, one.history, "Move", shift(2))!;
  expect(applyPatches(applyPatches(start, [...one.patches]), [...two.patches])).toEqual(two.document);
  const back = undoStep(two.document, two.history)!;
  expect(back.document).toEqual(one.document);
  expect(undoStep(back.document, back.history)!.document).toEqual(start);
  expect(redoStep(back.document, back.history)!.document).toEqual(two.document);
  expect(undoStep(start, noHistory)).toBeUndefined();
});
test("what changes nothing is no step, and a new step ends what could be done again", () => {
  expect(doStep(start, noHistory, "Nothing", shift(0))).toBeUndefined();
  const one = doStep(start, noHistory, "Move", shift(1))!;
  const back = undoStep(one.document, one.history)!;
  const other = doStep(back.document, back.history, "Move", shift(5))!;
  expect(other.history.future).toEqual([]);
});
test("one gesture is one step, but not what comes long after it", () => {
  const steps = [1, 2, 3].reduce(
    (held, dx, i) => doStep(held.document, held.history, "Move", shift(dx), "nudge a", 1000 + i * 100)!,
    { document: start, history: noHistory, patches: [] } as NonNullable<ReturnType<typeof doStep<typeof start>>>,
  );
  expect(steps.history.past).toHaveLength(1);
  expect(undoStep(steps.document, steps.history)!.document).toEqual(start);
  expect(doStep(steps.document, steps.history, "Move", shift(9), "nudge a", 9000)!.history.past).toHaveLength(2);
  const dragged = doStep(start, noHistory, "Move", shift(1), "drag 1", 0)!;
  expect(doStep(dragged.document, dragged.history, "Move", shift(2), "drag 1", 60_000)!.history.past).toHaveLength(1);
});
test("the strip lists what lies on top first, a group before its layers, folded ones without", () => {
  const layers = designWith(
    [box("a"), { ...box("g"), kind: "group", fill: undefined }, box("x", { in: "g" }), box("y", { in: "g" })].map(
      ({ fill, ...rest }) => (fill ? { fill, ...rest } : rest),
    ),
  ).layers;
  const names = (folded: string[]) =>
    treeRows(layers, new Set(folded)).map(({ layer, depth }) => `${depth}${layer.id}`);
  expect(names([])).toEqual(["0g", "1y", "1x", "0a"]);
  expect(names(["g"])).toEqual(["0g", "0a"]);
});

test("after somebody else’s change steps stay that lead to what is as it was, and no others", () => {
  const one = doStep(start, noHistory, "Move a", shift(1))!;
  const two = doStep(one.document, one.history, "Turn b", (draft) => void (draft.layers[1]!.turn = 5))!;
  const theirs = (recipe: (draft: typeof start) => void) => {
    const after = structuredClone(two.document);
    recipe(after);
    const { past } = historyAfter(two.history, two.document, after);
    return past.map(({ label }) => label);
  };
  expect(theirs((draft) => void (draft.about = "Theirs"))).toEqual(["Move a", "Turn b"]);
  expect(theirs((draft) => void (draft.layers[1]!.name = "Bar"))).toEqual(["Move a", "Turn b"]);
  expect(theirs((draft) => void (draft.layers[0]!.place.dx = 9))).toEqual(["Turn b"]);
  expect(theirs((draft) => void (draft.layers[1]!.turn = 9))).toEqual([]);
  expect(theirs((draft) => void draft.layers.unshift(draft.layers.pop()!))).toEqual([]);
});
test("the changes between two documents make the one of the other", () => {
  const after = structuredClone(start);
  after.layers[1]!.turn = 3;
  after.about = "New";
  expect(patchesBetween(start, after).map(({ path }) => path.join("."))).toEqual(["about", "layers.1"]);
  const fewer = { ...after, layers: after.layers.slice(1) };
  for (const other of [after, fewer]) expect(applyPatches(start, patchesBetween(start, other))).toEqual(other);
});
