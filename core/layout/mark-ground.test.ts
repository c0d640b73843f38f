import { describe, expect, test } from "@jest/globals";
import { versionsFor } from "../media/mark-versions";
import { box, designWith, sceneOf, testHouse } from "../testing/scene";

/* Which version of a mark is shown follows from the ground below it. */

const drawing = { width: 10, height: 10, shapes: [{ d: "M0 0H10V10H0Z", colour: "#808080ff" }] };
const house = {
  ...testHouse,
  marks: [
    { id: "own", name: "Own", drawing, onDark: { ink: "#ffffffff" }, onLight: { mark: "other" } },
    { id: "other", name: "Other", drawing: { ...drawing, shapes: [{ d: "M0 0H9V9H0Z", colour: "#112233ff" }] } },
  ],
};
const side = (u: number) => ({ kind: "fixed", u }) as const;
const mark = {
  ...{ id: "mark", name: "Mark", kind: "picture", media: "mark:own" },
  ...{ width: side(8), height: side(8), place: { on: "format", dx: 6, dy: 6 } },
};
const panel = (id: string, colour: string, more: object = {}) => ({
  ...box(id, { width: side(20), height: side(20), place: { on: "format" } }),
  fill: { kind: "plain", colour },
  ...more,
});

/** The colour that the mark is painted in over these layers, `#rrggbb`. */
async function shown(...below: object[]): Promise<string> {
  const scene = await sceneOf(designWith([...below, mark] as never), { fields: {} }, "wide", house as never);
  const content = scene.still.layers.at(-1)!.content;
  if (content.kind !== "drawing") throw new Error("no drawing");
  const { r, g, b } = content.shapes[0]!.colour;
  return `#${[r, g, b].map((level) => level.toString(16).padStart(2, "0")).join("")}`;
}

describe("a mark with versions", () => {
  test("is as it is over footage", async () => {
    expect(await shown()).toBe("#808080");
  });
  test("is in its ink on a dark panel, another on a light one", async () => {
    expect(await shown(panel("a", "#201810ff"))).toBe("#ffffff");
    expect(await shown(panel("a", "#f0e8d0ff"))).toBe("#112233");
  });
  test("goes by the last ground below it that covers it and hides what is behind", async () => {
    expect(await shown(panel("a", "#201810ff"), panel("b", "#f0e8d0ff"))).toBe("#112233");
    expect(await shown(panel("a", "#201810ff"), panel("b", "#f0e8d044"))).toBe("#ffffff");
    expect(await shown(panel("a", "#201810ff"), panel("b", "#f0e8d0ff", { place: { on: "format", dx: 40 } }))).toBe(
      "#ffffff",
    );
    expect(await shown(panel("a", "#201810ff"), panel("b", "#f0e8d0ff", { matteOnly: true }))).toBe("#ffffff");
  });
  test("goes by the mean of a gradient", async () => {
    const stops = [
      { at: 0, colour: "#000000ff" },
      { at: 1, colour: "#303030ff" },
    ];
    expect(await shown(panel("a", "#ffffffff", { fill: { kind: "linear", angle: 0, stops } }))).toBe("#ffffff");
  });
});

test("versionsFor asks for a version only where too little of a mark could be read", () => {
  const two = {
    ...testHouse,
    colours: [
      { role: "night", name: "Night", hex: "#101418ff", on: [] },
      { role: "moss", name: "Moss", hex: "#5a7a50ff", on: [] },
      { role: "cream", name: "Cream", hex: "#f8f4e8ff", on: [] },
    ],
  };
  expect(versionsFor([{ hex: "#20281cff", share: 1 }], two)).toEqual({ onDark: { ink: "house:cream" } });
  expect(versionsFor([{ hex: "#f0e9d8ff", share: 1 }], two)).toEqual({ onLight: { ink: "house:night" } });
  expect(versionsFor([{ hex: "#5a7a50ff", share: 1 }], two)).toEqual({});
  expect(
    versionsFor(
      [
        { hex: "#20281cff", share: 0.4 },
        { hex: "#c05030ff", share: 0.6 },
      ],
      two,
    ),
  ).toEqual({});
  expect(versionsFor([], two)).toEqual({});
});
