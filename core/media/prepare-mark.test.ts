import { describe, expect, test } from "@jest/globals";
import type { Vector } from "../document/vector";
import { vectorInk } from "./ink";
import { colourShares, equalMark, equaliseMarks, mainColours, markSide, opticalSide, trimMark } from "./prepare-mark";

const drawing = (...ds: string[]): Vector => ({
  width: 400,
  height: 300,
  shapes: ds.map((d) => ({ d, colour: "#000000ff" })),
});
const disc = (x: number, y: number, r: number) =>
  `M${x - r} ${y}A${r} ${r} 0 1 0 ${x + r} ${y}A${r} ${r} 0 1 0 ${x - r} ${y}Z`;
const pathInk = (d: string, rule?: "nonzero" | "evenodd") => vectorInk({ shapes: [{ d, rule, colour: "#000000ff" }] });
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
  test("counts once what lies over one another, by the rule it is filled by", () => {
    const two = disc(100, 80, 40) + disc(100, 80, 20);
    expect(pathInk(two, "nonzero").area / (Math.PI * 1600)).toBeCloseTo(1, 2);
    expect(pathInk(two, "evenodd").area / (Math.PI * 1200)).toBeCloseTo(1, 2);
    expect(vectorInk(drawing(square, "M60 70H140V90H60Z")).area).toBeCloseTo(10_000, 0);
  });
  test("of a line is what its width covers", () => {
    const line = {
      d: "M50 100H150",
      colour: "#000000ff",
      stroke: { width: 20, cap: "butt" as const, join: "miter" as const, dash: [] },
    };
    expect(vectorInk({ shapes: [line] }).area / 2000).toBeCloseTo(1, 1);
    // Closed it goes all the way round: four sides, the quarter of each corner that two of them share once.
    const frame = { ...line, d: square, stroke: { ...line.stroke, width: 10 } };
    expect(vectorInk({ shapes: [frame] }).area / 3900).toBeCloseTo(1, 1);
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
  test("square, disc, thin ring and plus look alike; a long word is as long as there is room", () => {
    const ring: Vector = { ...drawing(disc(200, 150, 70) + disc(200, 150, 62)) };
    const thin: Vector = { ...ring, shapes: ring.shapes.map((shape) => ({ ...shape, rule: "evenodd" })) };
    const plus = drawing("M180 80H220V140H280V180H220V240H180V180H120V140H180Z");
    const word = drawing(
      ...Array.from({ length: 9 }, (_, i) => `M${10 + i * 42} 130H${40 + i * 42}V170H${10 + i * 42}Z`),
    );
    const [aSquare, aDisc, aRing, aPlus, aWord] = [drawing(square), drawing(disc(60, 60, 55)), thin, plus, word].map(
      (one) => vectorInk(equalMark(one)),
    );
    // Full ones are as large as they look; thinner ones take all the room there is, since they look smaller still.
    expect(opticalSide(aDisc!) / opticalSide(aSquare!)).toBeCloseTo(1, 2);
    expect(aSquare!.box.width).toBeLessThan(aDisc!.box.width);
    for (const light of [aRing!, aPlus!, aWord!]) {
      expect(Math.max(light.box.width, light.box.height)).toBeCloseTo(192, 0);
      expect(opticalSide(light)).toBeLessThan(opticalSide(aSquare!));
    }
    for (const ink of [aSquare!, aDisc!, aRing!, aPlus!, aWord!])
      expect(Math.hypot(ink.centre.x - 100, ink.centre.y - 100)).toBeLessThan(0.5);
  });
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
  // What is hidden under another counts for nothing.
  const over = { ...two, shapes: [{ d: square, colour: "#00ff00ff" }, ...two.shapes] };
  expect(mainColours(over)).toEqual(["house:dark", "#ff0000ff"]);
  const [most, least] = colourShares(two);
  expect(most!.share).toBeCloseTo(10000 / (10000 + Math.PI * 9), 3);
  expect(most!.share + least!.share).toBeCloseTo(1);
});
