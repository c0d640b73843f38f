import { describe, expect, test } from "@jest/globals";
import { Design } from "../document/design";
import { House } from "../document/house";
import { box, designWith, sceneOf, testHouse, words } from "../testing/scene";
import { houseNames, houseWithout, namesPart, partsGone, withoutPart, type HousePart } from "./house-remove";

const hash = (letter: string) => letter.repeat(64);
const house = House.parse({
  ...testHouse,
  types: [...testHouse.types, { id: "own", name: "Own", style: { family: "Potting Shed", size: 4 } }],
  marks: [...testHouse.marks, { ...testHouse.marks[0], id: "leaf", name: "Leaf" }],
  fonts: [{ id: "shed", family: "Potting Shed", weight: 400, hash: hash("a") }],
  sounds: [{ id: "hum", name: "Hum", hash: hash("b"), durationS: 3 }],
  pictures: [{ id: "bed", name: "Bed", hash: hash("c"), width: 9, height: 9 }],
  accounts: [
    { id: "one", network: "Murmur", handle: "@one", mark: "dot", ground: "dark", ink: "light" },
    { id: "two", network: "Dewdrop", handle: "@two", mark: "leaf", ground: "dark", ink: "light" },
  ],
});
const picture = (id: string, media: string) =>
  JSON.parse(JSON.stringify({ ...box(id), kind: "picture", media, fill: undefined }));
const design = designWith(
  [
    box("panel", { overrides: { tall: { "fill.colour": "house:grey" } } }),
    words("name", "Ada", {
      setting: { type: "cap" },
      fill: { kind: "plain", colour: "pair:panel" },
      stretches: [{ of: { kind: "stressed" }, colour: "house:light", family: "Potting Shed" }],
    }),
    picture("slot", "picture:bed"),
    picture("badge", "mark:dot"),
  ],
  {
    sound: { sound: "hum" },
    fields: [
      { id: "who", kind: "account", label: "Who", choices: ["one", "two"], default: "one" },
      { id: "ink", kind: "colour", label: "Ink", choices: ["grey", "dark"], default: "grey" },
    ],
  },
);

const parts: readonly (readonly [HousePart, string | undefined])[] = [
  [{ kind: "colour", id: "grey" }, "dark"],
  [{ kind: "colour", id: "light" }, "grey"],
  [{ kind: "type", id: "cap" }, "body"],
  [{ kind: "mark", id: "dot" }, "leaf"],
  [{ kind: "account", id: "one" }, "two"],
  [{ kind: "font", id: "shed" }, "Figtree"],
  [{ kind: "picture", id: "bed" }, undefined],
  [{ kind: "sound", id: "hum" }, undefined],
  [{ kind: "format", id: "tall" }, undefined],
];

describe.each(parts)("taking %j away", (part, instead) => {
  test("is told to whoever names it, and leaves a house and designs that can be shown", async () => {
    expect(namesPart(design, part, house)).toBe(true);
    const left = House.parse(houseWithout(house, part, instead));
    const changed = Design.parse(withoutPart(design, part, instead, house));
    expect(namesPart(changed, part, house)).toBe(false);
    expect(houseNames(left, part)).toEqual([]);
    expect(partsGone(house, left)).toEqual([part]);
    const values = { fields: { name: "Ada" } };
    for (const format of changed.formats) await expect(sceneOf(changed, values, format, left)).resolves.toBeDefined();
  });
});

test("what goes by a part inside the house style is named", () => {
  expect(houseNames(house, { kind: "mark", id: "dot" })).toEqual(["the account @one"]);
  expect(houseNames(house, { kind: "colour", id: "light" })).toEqual([
    "text on Dark",
    "the account @one",
    "the account @two",
  ]);
  expect(houseNames(house, { kind: "font", id: "shed" })).toEqual(["the type style Own"]);
  expect(houseNames(house, { kind: "picture", id: "bed" })).toEqual([]);
});
test("choices that fall together are offered once", () => {
  const changed = withoutPart(design, { kind: "colour", id: "grey" }, "dark", house);
  expect(changed.fields[1]).toMatchObject({ choices: ["dark"], default: "dark" });
});

describe("a mark that another is shown as on some grounds", () => {
  const versioned = House.parse({
    ...house,
    marks: house.marks.map((mark) =>
      mark.id === "dot" ? { ...mark, onDark: { mark: "leaf" }, onLight: { ink: "house:dark" } } : mark,
    ),
  });
  test("is named by it", () => {
    expect(houseNames(versioned, { kind: "mark", id: "leaf" }).join()).toContain("the mark");
    expect(houseNames(versioned, { kind: "colour", id: "dark" }).join()).toContain("the mark");
  });
  test("leaves it as it is when it goes, or gives its place to another", () => {
    const parted = House.parse(houseWithout(versioned, { kind: "mark", id: "leaf" }, undefined));
    const [dot] = parted.marks;
    expect(dot).not.toHaveProperty("onDark");
    expect(dot!.onLight).toEqual({ ink: "house:dark" });
    const changed = House.parse(houseWithout(versioned, { kind: "mark", id: "leaf" }, "dot"));
    expect(changed.marks[0]!.onDark).toEqual({ mark: "dot" });
  });
});
