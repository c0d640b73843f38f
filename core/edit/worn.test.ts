import { describe, expect, test } from "@jest/globals";
import { Design } from "../document/design";
import { box, designWith, testHouse as house, words } from "../testing/scene";
import { copied } from "./copied";
import { lookOf, putLook } from "./worn";

const design = designWith([
  box("red", {
    fill: { kind: "plain", colour: "#ff0000ff" },
    corners: [{ size: 2 }, { size: 2 }, { size: 2 }, { size: 2 }],
    shadow: { colour: "#00000080" },
    moves: [{ id: "in", kind: "fade", phase: "arrive" }],
  }),
  box("other", { place: { on: "title-safe", dx: 4 }, glow: { colour: "#ffffffff" } }),
  words("big", "Big", { setting: { type: "cap", size: 9, maxWidth: 40 }, fill: { kind: "plain", colour: "pair:red" } }),
  words("small", "Small", { setting: { type: "body", maxWidth: 12, maxLines: 2 } }),
  {
    ...{ id: "mark", name: "Mark", kind: "picture", media: "mark:dot" },
    ...{ width: { kind: "fixed", u: 9 }, height: { kind: "ratio", ratio: 1 } },
  },
]);
const of = (from: Design, id: string) => from.layers.find((layer) => layer.id === id)!;
const put = (from: string, onto: readonly string[]): Design => {
  const draft = copied(design);
  putLook(draft, house, onto, lookOf(of(design, from)));
  return Design.parse(draft);
};

describe("a look that is put on", () => {
  test("takes colours, corners and light along; what the other wore besides is gone; its place and moves are its own", () => {
    const after = of(put("red", ["other"]), "other");
    expect(after).toMatchObject({ fill: { colour: "#ff0000ff" }, place: { on: "title-safe", dx: 4 }, moves: [] });
    expect(after).toMatchObject({ corners: [{ size: 2 }, {}, {}, {}], shadow: { colour: "#00000080" } });
    expect("glow" in after && after.glow).toBeFalsy();
  });
  test("sets words alike, in their own width and with what they say", () => {
    const after = of(put("big", ["small"]), "small");
    expect(after).toMatchObject({ text: "Small", setting: { type: "cap", size: 9, maxWidth: 12, maxLines: 2 } });
  });
  test("of a shape gives other sorts of layers its light and shadow only", () => {
    const after = put("red", ["small", "mark"]);
    expect(of(after, "small")).toMatchObject({ fill: { colour: "house:light" }, shadow: { colour: "#00000080" } });
    expect(of(after, "mark")).toMatchObject({ kind: "picture", shadow: { colour: "#00000080" } });
  });
  test("whose colour follows the layer itself, or one that is not here, leaves a good document", () => {
    const self = put("big", ["red"]);
    expect(of(self, "red")).toMatchObject({ fill: { colour: "#ff0000ff" } });
    const draft = copied(design);
    const look = { ...lookOf(of(design, "big")), worn: { ...lookOf(of(design, "big")).worn } };
    look.worn.fill = { kind: "plain", colour: "pair:nowhere" };
    putLook(draft, house, ["small"], look);
    expect(of(Design.parse(draft), "small")).not.toMatchObject({ fill: { colour: "pair:nowhere" } });
  });
  test("that a layer can't wear changes nothing", () => {
    const draft = copied(design);
    putLook(draft, house, ["other"], { of: "shape", kind: "rectangle", worn: { opacity: 7 }, setting: {} });
    expect(of(draft, "other")).toEqual(of(design, "other"));
  });
});
