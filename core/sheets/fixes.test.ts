import { describe, expect, test } from "@jest/globals";
import type { Finding } from "../checks/findings";
import { Design } from "../document/design";
import type { Values } from "../document/values";
import { box, designWith, testHouse, words } from "../testing/scene";
import { cellsOfFix, fixOfFault, fixesOf, mended, provenFix } from "./fixes";
import { matchFiles, namedMedia } from "./media-names";
import { problemsOf, sharedProblems } from "./problems";
import { rowFaults, rowValues, type Cells } from "./row";

const roles = testHouse.colours.slice(0, 3).map(({ role }) => role);
const design = Design.parse({
  ...designWith([words("name", ""), box("first")]),
  fields: [
    {
      kind: "line",
      id: "name",
      label: "Name",
      required: true,
      sample: "Ada",
      max: 20,
      drives: [{ layer: "name", property: "text" }],
      shorter: [
        { long: "Department", short: "Dept" },
        { long: "Head of Department", short: "Head" },
      ],
    },
    { kind: "colour", id: "ground", label: "Ground", choices: roles, default: roles[0] },
    { kind: "number", id: "count", label: "Count", min: 1, max: 10, default: 1 },
    {
      kind: "choice",
      id: "side",
      label: "Side",
      options: [
        { id: "left", label: "On the left", value: "start" },
        { id: "right", label: "On the right", value: "end" },
      ],
      default: "left",
    },
  ],
  length: { default: 6, min: 3, max: 20 },
});
const fixFor = (cells: Cells) => {
  const fault = rowFaults(design, { name: "Ada Fern", ...cells })[0];
  return fault && fixOfFault({ design, house: testHouse }, { name: "Ada Fern", ...cells }, fault);
};

describe("a value that is wrong", () => {
  test.each([
    ["signs that can’t be seen", { name: "Ada\u202eFern  Lee" }, { name: "AdaFern Lee" }],
    [
      "a text that is too long, by its short forms, the longest first",
      { name: "Head of Department of Ferns" },
      { name: "Head of Ferns" },
    ],
    ["a number with something behind it", { count: "7 of them" }, { count: 7 }],
    ["a number beyond its limits", { count: 40 }, { count: 10 }],
    ["a choice that is written a little otherwise", { side: "on teh right" }, { side: "right" }],
    ["a colour of no house", { ground: testHouse.colours[1]!.hex.slice(0, 7) }, { ground: roles[1] }],
  ] as [string, Cells, Cells][])("is mended: %s", (_, cells, right) => {
    expect(fixFor(cells)?.fields).toEqual(right);
    expect(rowFaults(design, { name: "Ada Fern", ...cells, ...right })).toEqual([]);
  });
  test("is left to whoever typed it where nobody can know", () => {
    expect(fixFor({ name: "" })).toBeUndefined();
    expect(fixFor({ name: "A name that has no short form at all" })).toBeUndefined();
    expect(fixFor({ side: "elsewhere entirely" })).toBeUndefined();
    expect(fixFor({ count: "many" })).toBeUndefined();
  });
  test("as a length is the nearest that is allowed", () => {
    expect(fixFor({ "@length": "90 s" })).toMatchObject({ lengthS: 20 });
    expect(fixFor({ "@length": 1 })).toMatchObject({ lengthS: 3 });
    expect(cellsOfFix(fixFor({ "@length": 1 })!)).toEqual([["@length", 3]]);
  });
});

const finding = (facts: Finding["facts"]): Finding => ({
  id: `${facts.code}:x:`,
  severity: "stop",
  broken: false,
  message: facts.code,
  layer: "name",
  field: "name",
  facts,
  formats: ["wide"],
});
const filledWith = (values: Values) => ({ design, house: testHouse, values });

describe("what may be tried about a finding", () => {
  test("is as much more time as reading takes, where the length’s limits allow that", () => {
    const short = finding({ code: "read_short", layer: "name", seconds: 1, needed: 3.2 });
    expect(fixesOf(short, filledWith({ fields: {}, lengthS: 4 }))).toMatchObject([{ lengthS: 6.5 }]);
    expect(fixesOf(short, filledWith({ fields: {}, lengthS: 19 }))).toEqual([]);
  });
  test("is the short form of the words that fill its layer", () => {
    const cut = finding({ code: "text_cut", layer: "name" });
    const filled = filledWith({ fields: { name: "Department of Ferns" } });
    expect(fixesOf(cut, filled)).toMatchObject([{ fields: { name: "Dept of Ferns" } }]);
    expect(fixesOf(finding({ code: "text_cut", layer: "first" }), filled)).toEqual([]);
  });
  test("is proven by looking again: one that brings something else about is passed over", async () => {
    const low = finding({ code: "contrast_low", layer: "name", ratio: 2, needed: 4.5 });
    const other = finding({ code: "text_cut", layer: "name" });
    const looked: unknown[] = [];
    const look = async ({ fields }: Values) => {
      looked.push(fields.ground);
      return fields.ground === roles[1] ? [other] : [];
    };
    const fix = await provenFix(low, [low], filledWith({ fields: { ground: roles[0]! } }), look);
    expect(looked).toEqual([roles[1], roles[2]]);
    expect(fix!.fields).toEqual({ ground: roles[2] });
    expect(mended({ fields: { name: "A" } }, fix!).fields).toEqual({ name: "A", ground: roles[2] });
    expect(await provenFix(low, [low], filledWith({ fields: {} }), async () => [low])).toBeUndefined();
  });
});

test("problems of a row come the worst first; what may go out, and notes, are none; many rows share them", () => {
  const warn = { ...finding({ code: "read_short", layer: "name", seconds: 1, needed: 2 }), severity: "warn" as const };
  const note = { ...finding({ code: "loop_idle", layer: "name" } as never), severity: "note" as const };
  const stop = finding({ code: "text_cut", layer: "name" });
  const of = (accepted: { check: string }[]) =>
    problemsOf(design, { cells: { name: "Ada Fern", count: 40 }, found: [warn, note, stop], accepted });
  expect(of([]).map(({ id }) => id)).toEqual(["value:count:range", stop.id, warn.id]);
  expect(of([{ check: stop.id }]).map(({ id }) => id)).toEqual(["value:count:range", warn.id]);
  const shared = sharedProblems([
    { id: "1", problems: of([]) },
    { id: "2", problems: of([]).slice(1) },
  ]);
  expect(shared.map(({ problem, rows }) => [problem.id, rows.length])).toEqual([
    [stop.id, 2],
    ["value:count:range", 1],
    [warn.id, 2],
  ]);
});

test("files find the cells that name them, whatever their folders, case and endings", () => {
  const slots = Design.parse({
    ...design,
    fields: [
      { kind: "picture", id: "picture", label: "Picture", choices: [testHouse.pictures[0]?.id ?? "p"], own: true },
    ],
  });
  const house = {
    ...testHouse,
    pictures: [{ ...testHouse.pictures[0], id: testHouse.pictures[0]?.id ?? "p" }],
  } as typeof testHouse;
  const rows = ["Fern.JPG", "moth", "gone", house.pictures[0]!.id, ""].map((text, i) => ({
    id: String(i),
    cells: { picture: text },
  }));
  const named = namedMedia(slots, house, rows);
  expect(named.map(({ text }) => text)).toEqual(["Fern.JPG", "moth", "gone"]);
  const files = ["a/b/fern.jpg", "MOTH.webp", "b/Fern.jpg", "x.png"].map((name) => ({ name }));
  const { matched, missing, left, twice } = matchFiles(named, files);
  expect(matched.map(({ cell, file }) => [cell.row, file.name])).toEqual([
    ["0", "a/b/fern.jpg"],
    ["1", "MOTH.webp"],
  ]);
  expect(missing.map(({ text }) => text)).toEqual(["gone"]);
  expect(left.map(({ name }) => name)).toEqual(["b/Fern.jpg", "x.png"]);
  expect(twice).toEqual(["fern.jpg"]);
});

test("a row’s values keep what stands in cells of the picture", () => {
  expect(rowValues(design, { name: "A", "@length": "6,5" })).toEqual({ fields: { name: "A" }, lengthS: 6.5 });
});
