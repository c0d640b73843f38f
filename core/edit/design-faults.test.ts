import { describe, expect, test } from "@jest/globals";
import type { Design } from "../document/design";
import { IssueError, type Issue } from "../issue";
import { messageOf } from "../messages";
import { box, designWith, sceneOf, testHouse, words } from "../testing/scene";
import { remediesOf, withoutFault } from "./design-faults";
import { removeLayers } from "./layers";
import { isShape, lookPartsOf } from "./look-parts";

const colourField = {
  ...{ id: "tint", label: "Panel colour", kind: "colour", choices: ["dark", "light"], default: "dark" },
  drives: [{ layer: "panel", property: "fill.colour" }],
};

async function faultOf(design: Design): Promise<Issue | undefined> {
  try {
    await sceneOf(design);
    return undefined;
  } catch (error) {
    if (error instanceof IssueError) return error.issue;
    throw error;
  }
}

const picture = (media: string) => ({
  ...{ id: "p", name: "p", kind: "picture", media },
  ...{ width: { kind: "fixed", u: 20 }, height: { kind: "fixed", u: 10 } },
});

/** A panel without the fill that a field fills. */
const unfilled = () =>
  structuredClone(designWith([box("panel", { fill: undefined }), words("t", "Ada")], { fields: [colourField] }));

describe("a design that can't be shown", () => {
  test("says which field fills which part of which layer, without the program's own names", async () => {
    const issue = (await faultOf(unfilled()))!;
    expect(messageOf(issue, () => "Name panel")).toBe(
      "The field “Panel colour” fills the fill colour of “Name panel”, which has none now.",
    );
  });
  test("is cured by every remedy that is offered", async () => {
    const issue = (await faultOf(unfilled()))!;
    const remedies = remediesOf(unfilled(), testHouse, issue);
    expect(remedies.map(({ label }) => label)).toEqual(["Add the fill again", "Disconnect the field “Panel colour”"]);
    for (const { apply } of remedies) {
      const design = unfilled();
      apply(design);
      expect(await faultOf(design)).toBeUndefined();
    }
  });
  test("is shown without what is wrong, and is not changed itself", async () => {
    const design = unfilled();
    const rest = withoutFault(design, (await faultOf(design))!)!;
    expect((await sceneOf(rest)).still.layers.map(({ layer }) => layer.id)).toEqual(["panel", "t"]);
    expect(design).toEqual(unfilled());
  });
  test.each<[string, Design]>([
    ["a type style that is gone", designWith([box("b"), words("t", "Ada", { setting: { type: "gone" } })])],
    ["a mark that is gone", designWith([box("b"), picture("mark:gone")])],
    ["a colour that is gone", designWith([box("a"), box("b", { fill: { kind: "plain", colour: "house:gone" } })])],
    [
      "layers that stand on each other",
      designWith([
        box("a", { place: { at: { x: 0, y: 0 }, on: "b", from: { x: 0, y: 0 } } }),
        box("b", { place: { at: { x: 0, y: 0 }, on: "a", from: { x: 0, y: 0 } } }),
      ]),
    ],
  ])("shows the rest of one with %s", async (_, design) => {
    const rest = withoutFault(design, (await faultOf(design))!)!;
    expect(await faultOf(rest)).toBeUndefined();
    expect(rest.layers.length).toBe(design.layers.length - 1);
  });
});

describe("what is removed can be added again", () => {
  test.each(["rectangle", "line", "ring", "star"] as const)("every part of a %s, whatever it has now", (kind) => {
    const layer = designWith([{ ...box("a"), kind, fill: undefined }]).layers[0]!;
    expect(isShape(layer)).toBe(true);
    expect(lookPartsOf(layer, testHouse).map(({ path }) => path)).toEqual(
      expect.arrayContaining(["fill", "stroke", "liquid", "shadow"]),
    );
  });
  test("the last layer goes too, and the empty design is one", async () => {
    const design = structuredClone(designWith([box("a")]));
    removeLayers(design, ["a"]);
    expect(design.layers).toEqual([]);
    expect((await sceneOf(design)).sample(1).ops).toEqual([]);
  });
});
