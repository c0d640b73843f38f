import { describe, expect, test } from "@jest/globals";
import type { Vector } from "../document/vector";
import { pathInk, vectorInk } from "./ink";
import { colourShares, equalMark, equaliseMarks, mainColours, markSide, opticalSide, trimMark } from "./prepare-mark";

const drawing = (...ds: string[]): Vector => ({
  width: 400,
  height: 300,
  shapes: ds.map((d) => ({ d, colour: "#000000ff" })),
});
const disc = (x: number, y: number, r: number) =>
  `M${x - r} ${y}A${r} ${r} 0 1 0 ${x + r} ${y}A${r} ${r} 0 1 0 ${x - r} ${y}Z`;
const square = "M50 60H150V160H50Z";

describe("ink", () => {
  test("of a disc and of a ring is their area, their box and their middle", () => {
    const full = pathInk(disc(100, 80, 40));
    expect(full.area / (Math.PI * 1600)).toBeCloseTo(1, 2);
    expect(full.box.width).toBeCloseTo(80, 3);
    expect(full.centre.x).toBeCloseTo(100, 6);
    const hole = "M80 80A20 20 0 1 1 120 80A20 20 0 1 1 80 80Z";
    expect(pathInk(disc(100, 80, 40) + hole).area / (Math.PI * 1200)).toBeCloseTo(1, 2);
  });
  test("of nothing is refused", () => {
    expect(() => vectorInk(drawing("M10 10L20 20"))).toThrow("no ink");
  });
});

test("trimMark cuts to the ink", () => {
  expect(trimMark(drawing(square))).toMatchObject({ width: 100, height: 100, shapes: [{ d: "M0 0H100V100H0Z" }] });
});

describe("equal marks", () => {
  const wide = drawing("M0 100H400V140H0Z");
  const set = [drawing(square), drawing(disc(200, 150, 20)), drawing(disc(60, 60, 55))];
  test("look equally big, however large they were drawn", () => {
    const sides = set.map((one) => opticalSide(vectorInk(equalMark(one))));
    for (const side of sides) expect(side / sides[0]!).toBeCloseTo(1, 2);
  });
  test("of less ink are drawn larger than those of more", () => {
    const [fullBox, discBox] = set.map((one) => vectorInk(equalMark(one)).box);
    expect(discBox!.width).toBeGreaterThan(fullBox!.width);
  });
  test.each([...set, wide].map((one, i) => [i, one] as const))(
    "stay in the square and near its middle (%i)",
    (_, one) => {
      const { box, centre } = vectorInk(equalMark(one));
      expect(Math.min(box.x, box.y)).toBeGreaterThanOrEqual(3.9);
      expect(Math.max(box.x + box.width, box.y + box.height)).toBeLessThanOrEqual(markSide - 3.9);
      expect(Math.hypot(centre.x - 100, centre.y - 100)).toBeLessThan(8);
    },
  );
  test("come out the same a second time", () => {
    const marks = set.map((one, i) => ({ id: `m${i}`, name: "M", drawing: one }));
    const once = equaliseMarks(marks);
    for (const [i, again] of equaliseMarks(once).entries()) {
      const [a, b] = [vectorInk(once[i]!.drawing!).box, vectorInk(again.drawing!).box];
      expect([b.x - a.x, b.width - a.width].every((n) => Math.abs(n) < 0.1)).toBe(true);
    }
  });
});

test("mainColours go by the area they cover", () => {
  const two: Vector = {
    ...drawing(square, disc(10, 10, 3)),
    shapes: [
      { d: disc(10, 10, 3), colour: "#ff0000ff" },
      { d: square, colour: "house:dark" },
    ],
  };
  expect(mainColours(two)).toEqual(["house:dark", "#ff0000ff"]);
  const [most, least] = colourShares(two);
  expect(most!.share).toBeCloseTo(10000 / (10000 + Math.PI * 9), 3);
  expect(most!.share + least!.share).toBeCloseTo(1);
});
