import { expect, test } from "@jest/globals";
import { bleedEdges } from "./bleed";

const pixels = (...list: number[][]) => new Uint8Array(list.flat());

test("bleedEdges gives clear neighbours the colour of the most opaque pixel, and no alpha", () => {
  const block = pixels([10, 20, 30, 255], [0, 0, 0, 0], [90, 90, 90, 40], [0, 0, 0, 0]);
  bleedEdges(block, 2, 2);
  expect(block).toEqual(pixels([10, 20, 30, 255], [10, 20, 30, 0], [90, 90, 90, 40], [10, 20, 30, 0]));
});

test("bleedEdges leaves blocks alone that are all clear or all visible", () => {
  const clear = new Uint8Array(16);
  bleedEdges(clear, 2, 2);
  expect(clear).toEqual(new Uint8Array(16));
});
