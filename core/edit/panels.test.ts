import { describe, expect, test } from "@jest/globals";
import { produce } from "immer";
import { Design } from "../document/design";
import { designWith, testHouse, words } from "../testing/scene";
import { blankDesign } from "./blank";
import { exposeAllWanted, exposeWanted } from "./expose";
import { addLayer } from "./layers";
import { addBadge, addBarBehind, addPicture, addText } from "./fresh-layer";
import { airAround, backLines, panelAround, panelBehind } from "./panels";
import { readingOrder } from "./reading-order";

const house = testHouse;
const empty = (): Design => blankDesign("d", "D", house);
/** As the bench edits: on a draft, which must come out a good document. */
function edited<T>(recipe: (draft: Design) => T, from = empty()): { design: Design; got: T } {
  let got!: T;
  const design = produce(from, (draft) => void (got = recipe(draft as Design)));
  return {
    design: Design.parse(JSON.parse(JSON.stringify(design))),
    got: JSON.parse(JSON.stringify(got ?? null)) as T,
  };
}
const layerOf = (design: Design, id: string) => design.layers.find((layer) => layer.id === id)!;

describe("a panel behind words", () => {
  test("fits around them, lies right below them, and gives them a colour that suits it", () => {
    const { design, got } = edited((draft) => {
      const text = addText(draft, house);
      return [text, ...panelBehind(draft, house, [text])] as const;
    });
    const [text, panel] = got;
    expect(design.layers.map(({ id }) => id)).toEqual([panel, text]);
    expect(panelAround(design, text!)?.id).toBe(panel);
    expect(layerOf(design, text!)).toMatchObject({ fill: { kind: "plain", colour: `pair:${panel}` } });
    // It has moved in by its panel's air, which stays within the area.
    const { left, bottom } = airAround(design, text!);
    expect(left).toBeGreaterThan(0);
    expect(layerOf(design, text!).place).toMatchObject({ on: "clear", dx: left, dy: -bottom });
  });
  test("pressed again it makes no second one", () => {
    const { design } = edited((draft) => {
      const text = addText(draft, house);
      panelBehind(draft, house, [text]);
      expect(panelBehind(draft, house, [text])).toEqual([]);
    });
    expect(design.layers).toHaveLength(2);
  });
  test("two texts below one another get panels that meet, with one left edge, in two grounds", () => {
    const { design, got } = edited((draft) => {
      const first = addText(draft, house);
      const second = addText(draft, house, first);
      return { first, second, panels: panelBehind(draft, house, [first, second]) };
    });
    const [upper, lower] = got.panels.map((id) => layerOf(design, id));
    const { first, second } = got;
    expect(layerOf(design, second).place.dy).toBeCloseTo(
      airAround(design, first).bottom + airAround(design, second).top,
      1,
    );
    expect(airAround(design, first).left).toBe(airAround(design, second).left);
    if (house.colours.filter(({ on }) => on.length > 0).length > 1)
      expect(upper).not.toMatchObject({ fill: (lower as { fill: unknown }).fill });
  });
  test("one for all goes around all; a group's texts keep it in their group", () => {
    const start = designWith([
      { id: "both", name: "Both", kind: "group", width: { kind: "fixed", u: 50 }, height: { kind: "fixed", u: 50 } },
      words("one", "One", { in: "both" }),
      words("two", "Two", { in: "both" }),
    ]);
    const { design, got } = edited((draft) => panelBehind(draft, house, ["one", "two"], true), start);
    expect(layerOf(design, got[0]!)).toMatchObject({ in: "both", width: { kind: "around", layers: ["one", "two"] } });
  });
});

test("boxes behind lines are for whole texts, once, in a colour that is read on them", () => {
  const { design } = edited((draft) => {
    const text = addText(draft, house);
    backLines(draft, house, [text]);
    backLines(draft, house, [text]);
  });
  const [text] = design.layers;
  expect(text).toMatchObject({
    stretches: [{ of: { kind: "words", start: 0 }, ground: { colour: expect.any(String) } }],
  });
});

describe("new layers know where they are", () => {
  test("a third text stands below the second, also when the first is chosen", () => {
    const { design, got } = edited((draft) => {
      const first = addText(draft, house);
      const second = addText(draft, house, first);
      return [second, addText(draft, house, first)];
    });
    expect(layerOf(design, got[1]!).place.on).toBe(got[0]);
    expect(new Set(design.layers.map(({ name }) => name)).size).toBe(3);
  });
  test("on a panel a text stands within it, and is read on it", () => {
    const { design, got } = edited((draft) => addText(draft, house, addLayer(draft, "rectangle", house)));
    expect(layerOf(design, got)).toMatchObject({ place: { on: "panel" }, fill: { colour: "pair:panel" } });
  });
  test.each(["ellipse", "rectangle"] as const)("a picture added while a %s is chosen stands on it", (kind) => {
    const { design, got } = edited((draft) => {
      const shape = addLayer(draft, kind, house);
      return [shape, addPicture(draft, house, shape)];
    });
    expect(layerOf(design, got[1]!)).toMatchObject({
      place: { on: got[0], at: { x: 0.5, y: 0.5 }, from: { x: 0.5, y: 0.5 }, dx: 0, dy: 0 },
      width: { kind: "share", of: got[0] },
    });
  });
  test("a bar comes out from behind a badge, and becomes as long as its words", () => {
    const { design, got } = edited((draft) => {
      const [badge] = addBadge(draft, house);
      const bar = addBarBehind(draft, house, badge);
      return { badge, bar, text: addText(draft, house, bar) };
    });
    const order = design.layers.map(({ id }) => id);
    expect(order.indexOf(got.bar)).toBeLessThan(order.indexOf(got.badge));
    expect(layerOf(design, got.bar)).toMatchObject({
      place: { on: got.badge },
      moves: [{ kind: "unroll", phase: "arrive" }],
    });
    if (layerOf(design, got.badge).kind === "ellipse")
      expect(layerOf(design, got.bar).width).toMatchObject({ kind: "around", layers: [got.text] });
  });
});

describe("what a filler will want", () => {
  test("is exposed of layers that the format shown leaves out as well, after the others; of some layers only of those", () => {
    const ofSome = edited((draft) => {
      const first = addText(draft, house);
      addText(draft, house, first);
      expect(exposeWanted(draft, house, [first]).length).toBe(1);
    });
    expect(ofSome.design.fields.length).toBe(1);
    edited((draft) => {
      const first = addText(draft, house);
      const second = addText(draft, house, first);
      expect(exposeAllWanted(draft, house, [second]).length).toBe(2);
      expect(draft.fields.map(({ drives }) => drives[0]!.layer)).toEqual([second, first]);
    });
  });
  test("is exposed in reading order, once; what may be empty takes its panel along", () => {
    const { design } = edited((draft) => {
      const first = addText(draft, house);
      const second = addText(draft, house, first);
      panelBehind(draft, house, [first, second]);
      const order = [second, first, ...draft.layers.map(({ id }) => id)];
      exposeWanted(draft, house, [first, second, ...order]);
      expect(exposeWanted(draft, house, order)).toEqual([]);
    });
    const lines = design.fields.filter(({ kind }) => kind === "line");
    expect(lines.map(({ drives }) => drives[0]!.property)).toEqual(["text", "text"]);
    expect(lines.map((field) => "required" in field && field.required)).toEqual([true, false]);
    expect(design.layers.filter(({ showIf }) => showIf?.field === lines[1]!.id)).toHaveLength(2);
  });
  test("reads row by row, and the other way where that is how it is read", () => {
    const box = (x: number, y: number) => ({ x, y, width: 10, height: 4 });
    const boxes = [
      ["c", box(0, 10)],
      ["b", box(20, 1)],
      ["a", box(0, 0)],
    ] as const;
    expect(readingOrder(boxes)).toEqual(["a", "b", "c"]);
    expect(readingOrder(boxes, true)).toEqual(["b", "a", "c"]);
  });
});
