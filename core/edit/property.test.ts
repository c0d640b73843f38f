import { describe, expect, test } from "@jest/globals";
import { bind } from "../bind/bind";
import { box, designWith, testHouse, words } from "../testing/scene";
import { nudge, resize, alignments, distribution } from "./arrange";
import { readNumber, writeNumber } from "./numbers";
import { clearOverride, readProperty, setProperty } from "./property";
import { snap } from "./snap";

const design = () => structuredClone(designWith([box("panel"), words("name", "Ada")]));
const panel = (d: ReturnType<typeof design>) => d.layers[0]!;
const seen = (d: ReturnType<typeof design>, path: string, format = "wide") => readProperty(panel(d), path, format);

describe("setProperty", () => {
  test("changes all formats, or one of them that can follow again", () => {
    const d = design();
    expect(setProperty(d, "panel", "place.dx", 4)).toBeUndefined();
    expect(setProperty(d, "panel", "place.dx", 9, "tall")).toBeUndefined();
    expect([seen(d, "place.dx"), seen(d, "place.dx", "tall")]).toEqual([
      { value: 4, own: false },
      { value: 9, own: true },
    ]);
    expect(bind(d, { fields: {} }, testHouse, "tall").layers[0]!.place.dx).toBe(9);
    clearOverride(d, "panel", "place.dx", "tall");
    expect(seen(d, "place.dx", "tall")).toEqual({ value: 4, own: false });
    expect(panel(d).overrides).toEqual({});
  });
  test("says the whole where parts were said, and a part inside a whole", () => {
    const d = design();
    setProperty(d, "panel", "place.dx", 9, "tall");
    setProperty(d, "panel", "place", { at: { x: 1, y: 1 }, on: "format", from: { x: 1, y: 1 }, dx: 0, dy: 0 }, "tall");
    expect(Object.keys(panel(d).overrides.tall!)).toEqual(["place"]);
    setProperty(d, "panel", "place.dy", -3, "tall");
    expect(seen(d, "place", "tall").value).toMatchObject({ at: { x: 1, y: 1 }, dy: -3 });
    expect(seen(d, "place.at.x", "tall")).toEqual({ value: 1, own: true });
  });
  test("reads what a whole leaves to the schema", () => {
    const d = design();
    panel(d).overrides.tall = { place: { on: "clear" } };
    expect(seen(d, "place.dx", "tall")).toEqual({ value: 0, own: true });
  });
  test.each([
    ["opacity", 3],
    ["width", { kind: "fixed", u: -1 }],
    ["nowhere.at.all", 1],
    ["fill.colour", "red"],
  ])("refuses %s of %j with words and changes nothing", (path, value) => {
    const d = design();
    const before = structuredClone(d);
    expect(setProperty(d, "panel", path, value)).toEqual(expect.any(String));
    expect(setProperty(d, "panel", path, value, "tall")).toEqual(expect.any(String));
    expect(d).toEqual(before);
  });
});

describe("arranging", () => {
  test("moves what a fitted panel hangs on, and keeps the other edge when it is resized", () => {
    const d = design();
    setProperty(d, "panel", "width", { kind: "around", layers: ["name"], before: 1, after: 1 });
    nudge(d, "panel", "width", 2.5, "wide", false);
    expect(d.layers[1]!.place.dx).toBe(2.5);
    resize(d, "panel", { axis: "width", side: "start", byU: 2, lengthU: 10 }, "wide", false);
    expect(seen(d, "width").value).toMatchObject({ before: 3, after: 1 });
    const end = { axis: "height", side: "end", byU: 4, lengthU: 10 } as const;
    setProperty(d, "panel", "place.at", { x: 0, y: 1 });
    resize(d, "panel", end, "tall", true);
    expect(seen(d, "height", "tall").value).toMatchObject({ u: 14 });
    expect(seen(d, "place.dy", "tall").value).toBe(4);
    expect(seen(d, "height").value).toMatchObject({ u: 10 });
  });
  const boxes = new Map([
    ["a", { x: 0, y: 0, width: 10, height: 2 }],
    ["b", { x: 30, y: 5, width: 4, height: 4 }],
    ["c", { x: 12, y: 9, width: 6, height: 8 }],
  ]);
  test("lines boxes up on an edge or a middle", () => {
    expect([...alignments(boxes, "width", "start").values()]).toEqual([0, -30, -12]);
    expect([...alignments(boxes, "width", "middle").values()]).toEqual([12, -15, 2]);
    expect([...alignments(boxes, "height", "end").values()]).toEqual([15, 8, 0]);
  });
  test("makes gaps equal between the outer two", () => {
    expect(Object.fromEntries(distribution(boxes, "width"))).toEqual({ a: 0, b: 0, c: 5 });
  });
  test("snaps to the nearest line within reach, in both directions", () => {
    const moved = { x: 9.7, y: 40, width: 5, height: 5 };
    expect(snap(moved, [boxes.get("a")!], 0.5)).toMatchObject({
      dx: expect.closeTo(0.3, 9),
      dy: 0,
      lines: [{ axis: "x", at: 10 }],
    });
    expect(snap(moved, [boxes.get("a")!], 0.2).lines).toEqual([]);
  });
});

describe("readNumber", () => {
  const about = { pxPerU: 10.8, whole: 177.8 };
  test.each([
    ["2*3.5", "u", 7],
    ["2,5", "u", 2.5],
    ["108px", "u", 10],
    ["10u + 54px", "u", 15],
    ["50%", "u", 88.9],
    ["120/2+4", "u", 64],
    ["(1+2)*4", "u", 12],
    ["90°", "°", 90],
    ["62", "%", 0.62],
    ["62%", "%", 0.62],
    ["max(3, 4)", "s", 4],
    ["−4", "u", -4],
  ] as const)("reads %s in %s as %f", (text, unit, value) => {
    expect(readNumber(text, unit, about)).toEqual({ value });
  });
  test.each(["", "banana", "2 +", "1/0", "10px", "alert(1)", "a.b", "+=3", "/2"])("refuses “%s” with words", (text) => {
    expect(readNumber(text, "°", about)).toEqual({ fault: expect.any(String) });
  });
  test("writes shares in per cent, and no long tails", () => {
    expect([writeNumber(0.62, "%"), writeNumber(1 / 3, "u")]).toEqual(["62", "0.333"]);
  });
});
