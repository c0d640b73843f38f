import { expect, test } from "@jest/globals";
import { produce } from "immer";
import { Design } from "../document/design";
import { limitsOf, within } from "../document/limits";
import { startingValues } from "../document/values";
import { box, designWith, sceneOf, testHouse, words } from "../testing/scene";
import { exposeProperty } from "./fields";
import { duplicateLayers } from "./layers";
import { refusalOf } from "./sound-document";

const design = designWith([box("a"), words("b", "Ferns")]);
const refused = (recipe: (draft: Design) => void) => refusalOf(design, produce(design, recipe));

test("a change that the schema can't take is refused with the place and words", () => {
  expect(refused((draft) => void (draft.layers[0]!.opacity = 7))).toMatch(/^a: opacity/);
  expect(refused((draft) => void (draft.layers[1]!.id = "a"))).toContain("used twice");
  expect(refused((draft) => void (draft.layers[1]!.id = "group"))).toContain("taken");
  expect(refused((draft) => void (draft.length.default = 999))).toMatch(/min ≤ default ≤ max/);
  expect(refused((draft) => void draft.formats.splice(0, 9))).toContain("formats");
  expect(refused((draft) => void (draft.layers[0]!.turn = NaN))).toMatch(/^a: turn/);
});
test("a change that fits is let through", () => {
  expect(refused((draft) => void (draft.layers[0]!.opacity = 0.5))).toBeUndefined();
  expect(refused((draft) => void duplicateLayers(draft, ["a", "b"]))).toBeUndefined();
  expect(refusalOf(design, design)).toBeUndefined();
});

test("limits of numbers are those of the schema", () => {
  const [a, b] = design.layers as [(typeof design.layers)[0], (typeof design.layers)[0]];
  expect(limitsOf(a, "opacity", 1)).toEqual({ min: 0, max: 1, whole: false });
  expect(limitsOf(a, "width.u", 20)).toEqual({ min: 0, max: 1000, whole: false });
  expect(limitsOf(b, "setting.maxLines", 1)).toEqual({ min: 1, max: 20, whole: true });
  expect(limitsOf(a, "name", 0)).toBeUndefined();
  expect([within(7.6, { min: 1, max: 20, whole: true }), within(99, { min: 1, max: 20, whole: true })]).toEqual([
    8, 20,
  ]);
});

test.each([
  ["b", "setting.maxLines"],
  ["a", "opacity"],
  ["a", "place.dx"],
  ["a", "scale"],
  ["a", "turn"],
])("a number field for %s %s can be shown with any number", async (layer, path) => {
  const draft = structuredClone(designWith([box("a", { turn: -3600, place: { dx: -1000 } }), words("b", "Ferns")]));
  const id = exposeProperty(draft, layer, path, testHouse)!;
  expect(Design.safeParse(draft).error).toBeUndefined();
  for (const value of ["0", "-10000", "10000", "0.333", "1e308", ""]) {
    const values = { ...startingValues(draft), fields: { [id]: value } };
    await expect(sceneOf(draft, values)).resolves.toBeDefined();
  }
});
