import { expect, test } from "@jest/globals";
import { box, designWith, sceneOf } from "../testing/scene";
import { addGuide, guidesOf } from "./guides";
import { tie, tieOfPull, tieWords } from "./pulled-tie";

const wide = { width: 1920 / 10.8, height: 100 };

test("a guide keeps its distance from the side or the middle it is nearest to, and is never seen", async () => {
  const design = designWith([box("a")]);
  const ids = [
    addGuide(design, "x", 12, wide),
    addGuide(design, "x", wide.width - 9, wide),
    addGuide(design, "y", 51, wide),
  ];
  const [left, right, middle] = ids.map((id) => design.layers.find((layer) => layer.id === id)!);
  expect(left!.place).toMatchObject({ on: "format", at: { x: 0, y: 0 }, dx: 12 });
  expect(right!.place).toMatchObject({ from: { x: 1, y: 0 }, dx: -9 });
  expect(middle!.place).toMatchObject({ from: { x: 0, y: 0.5 }, dy: 1 });
  expect(new Set(design.layers.map(({ name }) => name)).size).toBe(4);
  // Turned round, what is seen at the left is the design's right.
  const turned = designWith([box("a")]);
  const seen = addGuide(turned, "x", 12, wide, true);
  expect(turned.layers.find(({ id }) => id === seen)!.place).toMatchObject({ from: { x: 1, y: 0 }, dx: -12 });
  const scene = await sceneOf(design);
  expect(scene.sample(2).ops).toHaveLength(1);
});

test("what is let go on a guide stands on it by that edge, wherever along it; said in words", () => {
  const design = designWith([box("a")]);
  const id = addGuide(design, "x", 30, wide);
  const line = { x: 30, y: 0, width: 0, height: 100 };
  const around = { boxes: new Map([[id, line]]), clear: { x: 5, y: 5, width: 160, height: 90 } };
  expect(guidesOf(design, around.boxes)).toEqual([{ id, axis: "x", box: line }]);
  const held = tieOfPull(design, "a", { x: 20, y: 70, width: 10, height: 10 }, around)!;
  expect(held).toEqual({ on: id, at: { x: 1, y: 1 }, dx: 0, dy: -20 });
  expect(
    tieWords(
      held,
      () => "Guide",
      () => true,
    ),
  ).toBe("guide “Guide”, with its bottom right");
  tie(design, "a", held);
  expect(design.layers.find((layer) => layer.id === "a")!.place).toMatchObject({ on: id, from: { x: 1, y: 1 } });
  // On it already, and beside it, it is not offered again.
  expect(tieOfPull(design, "a", { x: 23, y: 70, width: 10, height: 10 }, around)?.on).not.toBe(id);
});
