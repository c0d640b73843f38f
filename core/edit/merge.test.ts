import { describe, expect, test } from "@jest/globals";
import { box, designWith } from "../testing/scene";
import { mergeDocuments } from "./merge";

const layer = (id: string, more = {}) => ({ id, name: id, ...more });
const doc = (...layers: readonly { id: string }[]) => ({ name: "Strap", layers });
const base = doc(layer("a", { place: { dx: 1, dy: 1 } }), layer("b"), layer("c"));

describe("two changed copies of one document", () => {
  test("keep the changes of both where they are of different entries, keys and keys within keys", () => {
    const mine = doc(layer("a", { place: { dx: 5, dy: 1 } }), layer("b"), layer("c"));
    const theirs = {
      ...doc(layer("a", { place: { dx: 1, dy: 9 } }), layer("b", { turn: 3 }), layer("c")),
      about: "New",
    };
    expect(mergeDocuments(base, mine, theirs)).toEqual({
      merged: { ...doc(layer("a", { place: { dx: 5, dy: 9 } }), layer("b", { turn: 3 }), layer("c")), about: "New" },
      clashes: [],
    });
  });
  test("ask only where both have changed the same value, each otherwise, and take whichever is chosen", () => {
    const mine = doc(layer("a", { place: { dx: 5, dy: 1 } }), layer("b", { turn: 3 }), layer("c"));
    const theirs = doc(layer("a", { place: { dx: 7, dy: 1 } }), layer("b", { turn: 3 }), layer("c"));
    const { merged, clashes } = mergeDocuments(base, mine, theirs);
    expect(clashes).toEqual([{ path: ["layers", "a", "place", "dx"], mine: 5, theirs: 7 }]);
    expect(merged).toEqual(mine);
    expect(mergeDocuments(base, mine, theirs, () => "theirs").merged).toEqual(theirs);
  });
  test("ask where one has taken away what the other has changed; what was only taken away is gone", () => {
    const mine = doc(layer("a", { place: { dx: 1, dy: 1 } }));
    const theirs = doc(layer("a", { place: { dx: 1, dy: 1 } }), layer("b", { turn: 3 }), layer("c"));
    const { merged, clashes } = mergeDocuments(base, mine, theirs);
    expect(clashes).toEqual([{ path: ["layers", "b"], mine: undefined, theirs: layer("b", { turn: 3 }) }]);
    expect(merged.layers.map(({ id }) => id)).toEqual(["a"]);
    const kept = mergeDocuments(base, mine, theirs, () => "theirs").merged;
    expect(kept.layers.map(({ id }) => id)).toEqual(["a", "b"]);
  });
  test("keep what both have added, each after what it followed, in whichever order was changed", () => {
    const mine = doc(layer("c"), layer("a", { place: { dx: 1, dy: 1 } }), layer("mine"), layer("b"));
    const theirs = doc(layer("a", { place: { dx: 1, dy: 1 } }), layer("b"), layer("theirs"), layer("c"));
    const order = (one: typeof base, other: typeof base) =>
      mergeDocuments(base, one, other).merged.layers.map(({ id }) => id);
    expect(order(mine, theirs)).toEqual(["c", "a", "mine", "b", "theirs"]);
    expect(order(theirs, mine)).toEqual(["c", "a", "mine", "b", "theirs"]);
  });
  test("treat what has another kind as one value", () => {
    const of = (fill: object) => doc(layer("a", { fill }));
    const { clashes } = mergeDocuments(
      of({ kind: "plain", colour: "red" }),
      of({ kind: "linear", angle: 3 }),
      of({ kind: "plain", colour: "blue" }),
    );
    expect(clashes.map(({ path }) => path.join("."))).toEqual(["layers.a.fill"]);
  });
  test("are the same design from both sides when nothing clashes", () => {
    const design = designWith([box("a"), box("b")]);
    const [mine, theirs] = [structuredClone(design), structuredClone(design)];
    mine.layers[0]!.turn = 4;
    theirs.layers[1]!.name = "Bar";
    theirs.layers.reverse();
    expect(mergeDocuments(design, mine, theirs).merged).toEqual(mergeDocuments(design, theirs, mine).merged);
  });
});
