import { expect, test } from "@jest/globals";
import { applyPatches } from "immer";
import { box, designWith } from "@/core/testing/scene";
import { doStep, noHistory, redoStep, undoStep } from "@/ui/parts/history";
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
