import { describe, expect, test } from "@jest/globals";
import { IssueError } from "../issue";
import { box, designWith, sceneOf, testHouse, words } from "../testing/scene";
import { bind } from "./bind";
import { contrast, parseHex } from "./colour";

const code = (run: () => unknown): string => {
  try {
    run();
  } catch (error) {
    if (error instanceof IssueError) return error.issue.code;
    throw error;
  }
  return "nothing";
};

const design = designWith(
  [
    box("panel", { showIf: { field: "name", is: "filled" }, overrides: { tall: { "place.dx": 7 } } }),
    words("name", "", { fill: { kind: "plain", colour: "pair:panel" } }),
  ],
  {
    fields: [
      {
        id: "name",
        kind: "line",
        label: "Name",
        sample: "Sample",
        required: true,
        drives: [{ layer: "name", property: "text" }],
      },
      {
        id: "tone",
        kind: "colour",
        label: "Tone",
        choices: ["dark", "light", "grey"],
        default: "dark",
        drives: [{ layer: "panel", property: "fill.colour" }],
      },
    ],
  },
);
const bound = (fields: Record<string, string>, format = "wide") => bind(design, { fields }, testHouse, format);

describe("bind", () => {
  test("puts a line into the text it drives", () => {
    expect(bound({ name: " Ada " }).layers.find((l) => l.id === "name")).toMatchObject({ text: "Ada" });
  });
  test("takes away what shows only while a field is filled", () => {
    expect(bound({ name: "" }).layers.map((l) => l.id)).toEqual(["name"]);
  });
  test("shows samples only when asked", () => {
    const shown = bind(design, { fields: {} }, testHouse, "wide", { samples: true });
    expect(shown.layers.find((l) => l.id === "name")).toMatchObject({ text: "Sample" });
  });
  test("gives text the colour that the house pairs with the panel", () => {
    expect(bound({ name: "A" }).layers[1]).toMatchObject({ fill: { colour: parseHex("#f0f0e0ff") } });
    expect(bound({ name: "A", tone: "light" }).layers[1]).toMatchObject({ fill: { colour: parseHex("#102030ff") } });
  });
  test("falls back to the house colour of highest contrast", () => {
    expect(bound({ name: "A", tone: "grey" }).layers[1]).toMatchObject({ fill: { colour: parseHex("#f0f0e0ff") } });
  });
  test("overrides single properties for one format", () => {
    expect(bound({ name: "A" }, "tall").layers[0]!.place.dx).toBe(7);
    expect(bound({ name: "A" }, "wide").layers[0]!.place.dx).toBe(0);
  });
  test("names what is unknown", () => {
    expect(code(() => bind(design, { fields: {} }, testHouse, "round"))).toBe("format_unknown");
    expect(code(() => bound({ name: "A", tone: "mauve" }))).toBe("colour_unknown");
    const wrongPath = designWith([box("a", { overrides: { wide: { "place.nowhere.x": 1 } } })]);
    expect(code(() => bind(wrongPath, { fields: {} }, testHouse, "wide"))).toBe("property_unknown");
    const wrongValue = designWith([box("a", { overrides: { wide: { "place.dx": "far" } } })]);
    expect(code(() => bind(wrongValue, { fields: {} }, testHouse, "wide"))).toBe("value_refused");
    const proto = designWith([box("a", { overrides: { wide: { "constructor.prototype": 1 } } })]);
    expect(code(() => bind(proto, { fields: {} }, testHouse, "wide"))).toBe("property_unknown");
  });
});

test("contrast of white on #767676 is 4.54", () => {
  expect(contrast(parseHex("#ffffffff"), parseHex("#767676ff"))).toBeCloseTo(4.54, 2);
});

test("a hidden layer goes on masking what is seen through it, and is not drawn itself", async () => {
  const panel = (hidden: boolean) => box("panel", { hidden, place: { dx: 5, dy: 5 } });
  const masked = words("t", "Ada Fernsby Oakhanger", {
    place: { dx: 6, dy: 6 },
    mattes: [{ by: "shape", layer: "panel", keep: "inside" }],
  });
  const [seen, hidden, free] = await Promise.all([
    sceneOf(designWith([panel(false), masked])),
    sceneOf(designWith([panel(true), masked])),
    sceneOf(designWith([masked].map((layer) => ({ ...layer, mattes: [] })))),
  ]);
  expect(hidden.sample(2).ops.length).toBe(seen.sample(2).ops.length - 1);
  expect(hidden.sample(2).key).not.toBe(free.sample(2).key);
});
