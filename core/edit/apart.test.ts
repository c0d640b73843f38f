import { expect, test } from "@jest/globals";
import { Design } from "../document/design";
import { box, designWith } from "../testing/scene";
import { apartFrom } from "./apart";
import { mergeDocuments } from "./merge";

const fade = (id: string) => ({ id, kind: "fade", phase: "arrive" });
const base = designWith([box("a")]);
const withNew = (name: string, more = {}) =>
  designWith([box("a"), box("text", { name, moves: [fade("text-fade")], ...more })]);

test("what both have added under one id stays two things, with all that hangs on them", () => {
  const mine = Design.parse({
    ...withNew("Mine"),
    layers: [
      ...withNew("Mine").layers,
      box("mark", { place: { on: "text" }, moves: [{ ...fade("m"), start: { to: "text-fade" } }] }),
    ],
  });
  const theirs = withNew("Theirs");
  const { merged, clashes } = mergeDocuments(base, apartFrom(base, mine, theirs), theirs);
  expect(clashes).toEqual([]);
  expect(merged.layers.map(({ id, name }) => [id, name])).toEqual(
    expect.arrayContaining([
      ["text", "Theirs"],
      ["text-2", "Mine"],
    ]),
  );
  const mark = merged.layers.find(({ id }) => id === "mark")!;
  expect([mark.place.on, mark.moves[0]!.start.to]).toEqual(["text-2", "text-fade-2"]);
  expect(Design.safeParse(merged).success).toBe(true);
});

test("what is the same in both, or was there before, is left as it is", () => {
  const mine = withNew("Same");
  expect(apartFrom(base, mine, withNew("Same"))).toBe(mine);
  const changed = designWith([box("a", { turn: 3 })]);
  expect(apartFrom(base, changed, designWith([box("a", { turn: 4 })]))).toBe(changed);
});
