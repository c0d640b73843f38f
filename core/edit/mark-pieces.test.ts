import { describe, expect, test } from "@jest/globals";
import { Design } from "../document/design";
import { House } from "../document/house";
import type { CutLine } from "../document/vector";
import { designWith, testHouse } from "../testing/scene";
import { houseNames, houseWithout } from "./house-remove";
import { cutMark, movedLines, refreshPieces, sidesWithInk } from "./mark-pieces";
import { markToPieces } from "./mark-shapes";

const line = (x: number): CutLine => ({
  bent: false,
  points: [
    { x, y: 0 },
    { x, y: 1 },
  ],
});
const drawing = { width: 100, height: 100, shapes: [{ d: "M0 0H100V100H0Z", colour: "#204060ff" }] };
const fresh = (): House => House.parse({ ...testHouse, marks: [{ id: "leaf", name: "Leaf", drawing }] });
const pieces = (house: House) => house.marks.filter(({ piece }) => piece);
const sides = (house: House) => pieces(house).map(({ piece }) => piece!.sides);
const halves = new Map([
  ["l", 60],
  ["r", 40],
]);

test("sides with hardly any ink are no pieces, and the fullest comes first", () => {
  const ink = new Map([
    ["ll", 1],
    ["lr", 500],
    ["rr", 700],
  ]);
  expect(sidesWithInk(ink)).toEqual(["rr", "lr"]);
});

describe("cutMark", () => {
  test("enters a piece for each side, which shows the whole by its lines, and is valid", () => {
    const house = fresh();
    expect(cutMark(house, "leaf", [line(0.4)], halves)).toEqual([]);
    expect(sides(house)).toEqual(["l", "r"]);
    expect(pieces(house).map(({ name }) => name)).toEqual(["Leaf, part 1", "Leaf, part 2"]);
    for (const piece of pieces(house)) expect(piece).toMatchObject({ drawing, piece: { of: "leaf" } });
    expect(() => House.parse(house)).not.toThrow();
  });
  test("anew along another line changes the same pieces in place", () => {
    const house = fresh();
    cutMark(house, "leaf", [line(0.4)], halves);
    const ids = pieces(house).map(({ id }) => id);
    cutMark(house, "leaf", [line(0.7)], halves);
    expect(pieces(house).map(({ id }) => id)).toEqual(ids);
    expect(pieces(house)[0]!.piece!.lines).toEqual([line(0.7)]);
  });
  test("along one more line leaves each piece with a part of what it was", () => {
    const house = fresh();
    cutMark(house, "leaf", [line(0.4)], halves);
    const before = new Map(pieces(house).map(({ id, piece }) => [id, piece!.sides]));
    const quarters = new Map(["ll", "lr", "rl", "rr"].map((one) => [one, 25]));
    expect(cutMark(house, "leaf", [line(0.4), line(0.8)], quarters)).toEqual([]);
    expect(pieces(house).length).toBe(4);
    for (const { id, piece } of pieces(house)) expect(piece!.sides.startsWith(before.get(id) ?? "")).toBe(true);
  });
  test("with no line left tells which are no pieces any more, and leaves them", () => {
    const house = fresh();
    cutMark(house, "leaf", [line(0.4)], halves);
    const ids = pieces(house).map(({ id }) => id);
    expect(cutMark(house, "leaf", [], new Map())).toEqual(ids);
    expect(pieces(house).length).toBe(2);
    expect(house.marks[0]!.cuts).toBeUndefined();
  });
  test("cuts no piece, and nothing that is not there", () => {
    const house = fresh();
    cutMark(house, "leaf", [line(0.4)], halves);
    const before = structuredClone(house);
    expect(cutMark(house, pieces(house)[0]!.id, [line(0.2)], halves)).toEqual([]);
    expect(cutMark(house, "none", [line(0.2)], halves)).toEqual([]);
    expect(house).toEqual(before);
  });
});

test("pieces of a mark that leaves the house style stay as they were cut", () => {
  const house = fresh();
  cutMark(house, "leaf", [line(0.4)], halves);
  const left = House.parse(houseWithout(house, { kind: "mark", id: "leaf" }, undefined));
  expect(sides(left)).toEqual(["l", "r"]);
  expect(left.marks.map(({ piece }) => piece?.of)).toEqual(left.marks.map(({ id }) => id));
  expect(houseNames(house, { kind: "mark", id: "leaf" })).toEqual(["the mark Leaf, part 1", "the mark Leaf, part 2"]);
});

test("pieces follow what the whole has become", () => {
  const house = fresh();
  cutMark(house, "leaf", [line(0.4)], halves);
  house.marks[0]!.tint = "#ff0000ff";
  refreshPieces(house, "leaf");
  expect(pieces(house).map(({ tint }) => tint)).toEqual(["#ff0000ff", "#ff0000ff"]);
  delete house.marks[0]!.tint;
  refreshPieces(house, "leaf");
  expect(pieces(house).map(({ tint }) => tint)).toEqual([undefined, undefined]);
});

test("lines stay on the same place of the ground when another part of it is shown", () => {
  const [moved] = movedLines(
    [line(0.5)],
    { x: 0, y: 0, width: 200, height: 100 },
    { x: 50, y: 0, width: 100, height: 100 },
  );
  expect(moved!.points.map(({ x }) => x)).toEqual([0.5, 0.5]);
  const [other] = movedLines(
    [line(0.25)],
    { x: 0, y: 0, width: 200, height: 100 },
    { x: 50, y: 0, width: 100, height: 100 },
  );
  expect(other!.points[0]!.x).toBe(0);
});

describe("markToPieces", () => {
  const house = fresh();
  cutMark(house, "leaf", [line(0.4)], halves);
  const parted = (media: string) => {
    const design = structuredClone(
      designWith([
        { id: "m", name: "M", kind: "picture", media, width: { kind: "natural" }, height: { kind: "natural" } },
      ]),
    );
    return { design, made: markToPieces(design, "m", house, { width: 20, height: 20 }) };
  };
  test("makes a group of pieces that add up, in the layer's place", () => {
    const { design, made } = parted("mark:leaf");
    expect(made.length).toBe(2);
    expect(() => Design.parse(design)).not.toThrow();
    const [group, first, second] = design.layers;
    expect(group).toMatchObject({ id: "m", kind: "group", width: { kind: "fixed", u: 20 } });
    expect(first).toMatchObject({ in: "m", blend: "normal", media: `mark:${pieces(house)[0]!.id}` });
    expect(second).toMatchObject({ in: "m", blend: "add" });
  });
  test("leaves a mark alone that is not cut", () => {
    const { design, made } = parted(`mark:${pieces(house)[0]!.id}`);
    expect(made).toEqual([]);
    expect(design.layers.length).toBe(1);
  });
});
