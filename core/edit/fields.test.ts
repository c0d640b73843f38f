import { expect, test } from "@jest/globals";
import { bind } from "../bind/bind";
import { Design } from "../document/design";
import { checkValues, startingValues } from "../document/values";
import { box, designWith, testHouse, words } from "../testing/scene";
import { changesBetween } from "./compare";
import { driveBy, exposeProperty, fieldOf, kindsFor, removeField, stopFilling } from "./fields";
import { houseDrift, houseUses } from "./house-use";
import { trialsOf } from "./try-values";

const house = {
  ...testHouse,
  accounts: [{ id: "one", network: "Murmur", handle: "@one", mark: "dot", ground: "dark", ink: "light" }],
};
const design = () =>
  structuredClone(designWith([box("panel"), words("name", "Ada"), box("mark", { showIf: undefined })]));

test("exposeProperty makes a field that offers what the house has and begins with what is shown", () => {
  const d = design();
  expect(exposeProperty(d, "name", "text", house)).toBe("name");
  expect(exposeProperty(d, "panel", "fill.colour", house)).toBe("panel-colour");
  expect(d.fields).toMatchObject([
    { kind: "line", sample: "Ada", required: true },
    { kind: "colour", choices: ["dark", "light", "grey"], default: "dark" },
  ]);
  expect(exposeProperty(d, "panel", "place.on", house)).toBeUndefined();
  expect(exposeProperty(d, "name", "text", testHouse, "account")).toBeUndefined();
  expect(Design.safeParse(d).success).toBe(true);
});

test("one account fills several places with its parts, each place by one field only", () => {
  const d = design();
  const line = exposeProperty(d, "name", "text", house)!;
  const account = exposeProperty(d, "panel", "fill.colour", house, "account")!;
  driveBy(d, account, "name", "text");
  expect(d.fields.map(({ drives }) => drives.length)).toEqual([0, 2]);
  expect(fieldOf(d, "name", "text")!.id).toBe(account);
  expect(d.fields[1]!.drives.map(({ part }) => part)).toEqual(["ground", "handle"]);
  stopFilling(d, "name", "text");
  expect(fieldOf(d, "name", "text")).toBeUndefined();
  d.layers[2]!.showIf = { field: line, is: "filled" };
  removeField(d, line);
  expect(d.layers[2]!.showIf).toBeUndefined();
  expect(kindsFor("place.on", "format")).toEqual([]);
});

test("trialsOf brings the longest, the emptiest and other scripts within the limits of each field", () => {
  const d = design();
  exposeProperty(d, "name", "text", house);
  Object.assign(d.fields[0]!, { max: 12, required: false });
  const trials = trialsOf(d);
  expect(trials.map(({ id }) => id)).toEqual(expect.arrayContaining(["samples", "empty", "longest", "arabic"]));
  expect(trials.find(({ id }) => id === "empty")!.values.fields.name).toBe("");
  for (const { values } of trials) expect([...String(values.fields.name)].length).toBeLessThanOrEqual(12);
});

test("changesBetween says what is new, gone and different, and nothing of what is the same", () => {
  const before = design();
  const after = design();
  expect(changesBetween(before, after)).toEqual([]);
  after.layers[0]!.place.dx = 3;
  after.layers[1]!.name = "Who";
  after.layers.splice(2, 1);
  exposeProperty(after, "name", "text", house);
  after.formats = ["wide", "tall"];
  expect(changesBetween(before, after)).toEqual([
    "No longer in square.",
    "No longer in portrait.",
    "The layer “panel” has another place.",
    "The layer “Who” has another look.",
    "The layer “mark” is gone.",
    "New field “Who”.",
  ]);
});

test("houseDrift names the values a design uses that are not what they were, and no others", () => {
  const d = design();
  expect(houseUses(d)).toEqual(
    new Set([...d.formats.map((f) => `format:${f}`), "house:dark", "house:light", "type:body"]),
  );
  const now = structuredClone(house);
  now.colours[0]!.hex = "#000000ff";
  now.colours[2]!.hex = "#111111ff";
  now.types = now.types.filter(({ id }) => id !== "body");
  expect(houseDrift(d, house, now)).toEqual(["the colour Dark", "the type style Body is gone"]);
});

test("numbers, switches and choices fill what holds such a value", () => {
  const d = design();
  const shift = exposeProperty(d, "panel", "place.dx", house)!;
  const clear = exposeProperty(d, "panel", "opacity", house)!;
  const circle = exposeProperty(d, "panel", "hidden", house)!;
  const size = exposeProperty(d, "panel", "width.u", house, "choice")!;
  expect(d.fields.map(({ kind }) => kind)).toEqual(["number", "number", "toggle", "choice"]);
  expect(d.fields[1]).toMatchObject({ min: 0, max: 1, default: 1 });
  Object.assign(d.fields[3]!, {
    options: [
      { id: "s", label: "Small", value: 8 },
      { id: "l", label: "Large", value: 30 },
    ],
    default: "s",
  });
  expect(Design.safeParse(d).success).toBe(true);
  const panelWith = (fields: Record<string, string>) =>
    bind(d, { fields }, testHouse, "wide").layers.find(({ id }) => id === "panel");
  expect(panelWith({})).toMatchObject({ place: { dx: 0 }, opacity: 1, width: { u: 8 } });
  expect(panelWith({ [shift]: "1", [clear]: "0.4", [size]: "l" })).toMatchObject({
    place: { dx: 1 },
    opacity: 0.4,
    width: { u: 30 },
  });
  expect(panelWith({ [circle]: "on" })).toBeUndefined();
  expect(
    checkValues(d, { fields: { [clear]: "1.5", [size]: "m", [circle]: "maybe" } }).map(({ code }) => code),
  ).toEqual(["range", "choice", "choice"]);
  expect(checkValues(d, startingValues(d))).toEqual([]);
});

test("a layer can be there only while a switch is on", () => {
  const d = design();
  d.fields.push({ kind: "toggle", id: "tag", label: "Tag", help: "", group: "", drives: [], default: false });
  d.layers[2]!.showIf = { field: "tag", is: "filled" };
  const ids = (tag: string) => bind(d, { fields: { tag } }, testHouse, "wide").layers.map(({ id }) => id);
  expect([ids("off"), ids("on")]).toEqual([
    ["panel", "name"],
    ["panel", "name", "mark"],
  ]);
});

test("how a picture sits in its slot can be handed to the filler, with limits around what is there", async () => {
  const d = structuredClone(
    designWith(
      [{ ...box("slot", { kind: "picture", media: "" }), fill: undefined }].map(({ fill, ...rest }) =>
        fill ? { fill, ...rest } : rest,
      ),
    ),
  );
  const scale = exposeProperty(d, "slot", "framing.scale", house)!;
  const across = exposeProperty(d, "slot", "framing.focus.x", house)!;
  expect(Design.safeParse(d).success).toBe(true);
  expect(d.fields).toMatchObject([{ kind: "number" }, { kind: "number", min: 0, max: 1, default: 0.5 }]);
  Object.assign(d.fields[0]!, { max: 4 });
  const bound = bind(d, { fields: { [scale]: "2", [across]: "0.8" } }, house, "wide");
  expect(bound.layers[0]).toMatchObject({ framing: { scale: 2, focus: { x: 0.8 } } });
});
