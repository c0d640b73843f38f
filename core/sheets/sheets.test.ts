import Papa from "papaparse";
import { expect, test } from "@jest/globals";
import fc from "fast-check";
import { Design } from "../document/design";
import { decodeTable } from "../table/text";
import { harmless, readCsv, tableOf, writeCsv } from "../table/csv";
import { designWith, box, testHouse } from "../testing/scene";
import { applied, cellChange, inverse } from "./apply";
import { withCell, type CellChange, type SheetChanges } from "./changes";
import { outdatedBy } from "./current";
import { matchColumns } from "./match";
import { columnChanges } from "./moving-on";
import { placesFor, putBehind } from "./order";
import { differing, rowFaults, rowPrint, rowValues, type Cells } from "./row";
import { columnText, takeIn } from "./take-in";

const colours = testHouse.colours.slice(0, 2).map(({ role }) => role);
const design = Design.parse({
  ...designWith([box("first")]),
  fields: [
    { kind: "line", id: "name", label: "First and last name", required: true, sample: "Ada", max: 20 },
    { kind: "colour", id: "ground", label: "Ground", choices: colours, default: colours[0] },
    { kind: "toggle", id: "tag", label: "With a tag", default: false },
  ],
  length: { default: 6, min: 3, max: 20 },
});
const sheet = (rows: { id: string; cells: Cells }[]) => ({ design, house: testHouse, rows });
let ids = 0;
const newId = () => (++ids).toString(16).padStart(20, "0");

const text = fc.oneof(
  fc.string({ maxLength: 12 }),
  fc.constantFrom("=1+1", "@x", "-5", "'=a", '"', "a\nb", ";", ",", "\t", "ليلى", "é"),
);
const written = text.filter((cell) => cell.trim() !== "" && !/\r/.test(cell));

test("a table comes back from CSV as it was written, whatever stands in its cells", () => {
  const rows = fc.array(
    fc.tuple(
      written,
      text.map((cell) => cell.replace(/\r/g, "")),
    ),
    { minLength: 1, maxLength: 6 },
  );
  fc.assert(
    fc.property(rows, (cells) => {
      const table = { heading: ["A", "B"], rows: cells.map((row) => [...row]) };
      const { table: back, errors } = readCsv(decodeTable(new TextEncoder().encode(writeCsv(table))).text);
      expect(errors).toEqual([]);
      expect(back).toEqual(table);
    }),
  );
});

test("nothing that is written runs as a formula", () => {
  for (const cell of ["=1", "+A1", "-A1", "@x", "\t=1", " =1", "\n=1", "＝1+1", "＋A1", "－A1", "＠x"])
    expect(harmless(cell)).toBe(`'${cell}`);
  for (const cell of ["-5", "+3,5", "Ada", "1=1"]) expect(harmless(cell)).toBe(cell);
});

test("no formula stands alone for a reader that splits at semicolons, tabs or bars either", () => {
  for (const separator of [";", "\t", "|"]) {
    const table = { heading: ["A", "B"], rows: [[`x${separator}=1+1`, "y"]] };
    const text = writeCsv(table);
    const fields = Papa.parse<string[]>(text.slice(1), { delimiter: separator }).data.flat();
    expect(fields.filter((field) => /^\s*=/.test(field))).toEqual([]);
    expect(readCsv(text).table).toEqual(table);
  }
});

test.each([
  ["utf-8", new TextEncoder().encode("Zoë;1")],
  ["windows-1252", Uint8Array.from([0x5a, 0x6f, 0xeb, 0x3b, 0x31])],
  ["utf-16le", Uint8Array.from([0xff, 0xfe, ...[..."Zoë;1"].flatMap((c) => [c.charCodeAt(0), 0])])],
  ["utf-16be", Uint8Array.from([..."Zoë;1"].flatMap((c) => [0, c.charCodeAt(0)]))],
])("%s is read as what it is", (encoding, bytes) => {
  expect(decodeTable(bytes)).toEqual({ text: "Zoë;1", encoding });
});

test("separators are found, blank lines left out, and rows made as wide as the widest", () => {
  expect(readCsv("Name;Length\n\nAda;4\n;\n").table).toEqual({ heading: ["Name", "Length"], rows: [["Ada", "4"]] });
  expect(readCsv("Name\nAda\n").table.rows).toEqual([["Ada"]]);
  expect(tableOf([["A"], ["1", "2"]])).toEqual({ heading: ["A", ""], rows: [["1", "2"]] });
});

test("columns are found by label, by id and by likeness, and none is filled twice", () => {
  const found = matchColumns(["first & last names", "GROUND", "Tag", "Duration", "Shoe size", "Name"], design);
  expect(found).toEqual([undefined, "ground", "tag", "@length", undefined, "name"]);
  expect(matchColumns(["First and last  Name", "With tag"], design)).toEqual(["name", "tag"]);
});

test("a table is appended, put in place, or changes what it knows again by a key", () => {
  const table = {
    heading: ["Name", "Ground"],
    rows: [
      ["Ada", testHouse.colours[1]!.name],
      ["Bo", "no such"],
    ],
  };
  const columns = ["name", "ground"] as const;
  const before = [{ id: newId(), cells: { name: "ada", ground: colours[0]! } }];
  const added = takeIn(sheet(before), table, { columns, mode: "append" }, newId);
  expect(added.changes.add.map(({ cells }) => cells)).toEqual([
    { name: "Ada", ground: colours[1] },
    { name: "Bo", ground: "no such" },
  ]);
  expect(added.changes.add[0]!.after).toBe(before[0]!.id);
  expect(takeIn(sheet(before), table, { columns, mode: "replace" }, newId).changes.remove).toEqual([before[0]!.id]);
  const updated = takeIn(sheet(before), table, { columns, mode: "update", key: "name" }, newId);
  expect([updated.added, updated.changed]).toEqual([1, 1]);
  expect(updated.changes.cells).toContainEqual({
    row: before[0]!.id,
    column: "ground",
    was: colours[0],
    to: colours[1],
  });
});

test("rows of a table that say the same as another are counted, and taken in all the same", () => {
  const table = { heading: ["Name"], rows: [["Ada"], ["Bo"], ["Bo"], ["Cy"]] };
  const there = [{ id: newId(), cells: { name: "Ada" } }];
  const append = takeIn(sheet(there), table, { columns: ["name"], mode: "append" }, newId);
  expect([append.added, append.doubles]).toEqual([4, 2]);
  const replace = takeIn(sheet(there), table, { columns: ["name"], mode: "replace" }, newId);
  expect([replace.added, replace.doubles]).toEqual([4, 1]);
});

test("what is wrong for its column stays in it, is said, and keeps the row from being made", () => {
  const cells = { name: "Bo", ground: "no such", "@length": "soon" };
  expect(rowFaults(design, cells).map(({ field }) => field)).toEqual(["ground", "@length"]);
  expect(rowValues(design, cells).lengthS).toBeUndefined();
  expect(columnText(design, "ground", "no such", testHouse)).toBe("no such");
  expect(rowFaults(design, { name: "Bo", "@length": "2,5" })[0]!.message).toContain("between 3 and 20");
  expect(rowFaults(design, { name: "Bo", "@length": " 4,5 " })).toEqual([]);
});

test("a row's print is of its content: notes, untouched defaults and how a number is written are none of it", () => {
  const print = (cells: Cells) => rowPrint(design, rowValues(design, cells));
  expect(print({ name: "Ada", "@note": "x" })).toBe(print({ tag: false, name: "Ada", "@length": "6,0" }));
  expect(print({ name: "Ada" })).not.toBe(print({ name: "Ada", "@length": 7 }));
  const differ = (before: Cells, now: Cells) => differing(design, rowValues(design, before), rowValues(design, now));
  expect(differ({ name: "Ada" }, { name: "Bo", tag: true, "@length": 9 })).toEqual([
    "First and last name",
    "With a tag",
    "Length",
  ]);
  expect(differ({ name: "Ada" }, { name: "Ada", ground: colours[0]! })).toEqual([]);
});

test("out of date follows from content alone, and goes when that comes back", () => {
  const part = fc.constantFrom("a", "b");
  const made = fc.record({ print: part, release: part, settings: part });
  fc.assert(
    fc.property(made, made, (before, now) => {
      expect(outdatedBy(before, now).length === 0).toBe(JSON.stringify(before) === JSON.stringify(now));
      expect(outdatedBy(before, before)).toEqual([]);
    }),
  );
});

test("two people's changes merge in any order; the same cell asks whoever comes second", () => {
  const column = fc.constantFrom("name", "ground", "tag", "@note");
  const value = fc.constantFrom<string | undefined>("x", "y", undefined);
  fc.assert(
    fc.property(column, value, column, value, (a, toA, b, toB) => {
      const cells: Cells = { name: "was", ground: "was", tag: "was", "@note": "was" };
      const change = (c: string, to: string | undefined) =>
        ({ row: newId(), column: c, was: "was", ...(to !== undefined && { to }) }) as never;
      const both = (first: never, second: never) => {
        const one = withCell(cells, first) as { cells: Cells };
        return withCell(one.cells, second);
      };
      const [there, back] = [both(change(a, toA), change(b, toB)), both(change(b, toB), change(a, toA))];
      if (a !== b || toA === toB) expect(there).toEqual(back);
      else expect([there, back]).toEqual([{ theirs: toA }, { theirs: toB }]);
    }),
  );
});

test("rows keep the order they are put in, however often they are moved and however close they come", () => {
  const step = fc.tuple(fc.nat(9), fc.nat(9), fc.boolean());
  fc.assert(
    fc.property(fc.array(step, { maxLength: 60 }), (steps) => {
      let places = new Map(Array.from({ length: 6 }, (_, i) => [`r${i}`, i + 1]));
      let order = [...places.keys()];
      for (const [which, to, fresh] of steps) {
        const id = fresh ? `n${order.length}-${which}` : order[which % order.length]!;
        if (fresh && order.includes(id)) continue;
        const after = to % (order.length + 1) === order.length ? undefined : order[to % (order.length + 1)];
        order = putBehind(order, [id], after);
        for (const placed of placesFor(order, places, new Set([id])))
          places = new Map(places).set(placed.id, placed.place);
        const byPlace = [...order].sort((x, y) => places.get(x)! - places.get(y)!);
        expect(byPlace).toEqual(order);
        expect(new Set(order.map((one) => places.get(one))).size).toBe(order.length);
      }
    }),
  );
});

test("what is taken back leaves all as it was, whatever was done", () => {
  const id = fc.nat(7).map((n) => n.toString(16).padStart(20, "0"));
  const cells = fc.record({ name: fc.constantFrom("a", "b") });
  const start = Array.from({ length: 5 }, (_, i) => ({
    id: i.toString(16).padStart(20, "0"),
    cells: { name: `n${i}` },
  }));
  const fresh = (own: string, held: Cells) => ({ id: own, cells: held });
  const shape = fc.record({
    add: fc.uniqueArray(fc.record({ id, after: fc.option(id, { nil: undefined }), cells }), { selector: (a) => a.id }),
    remove: fc.uniqueArray(id, { maxLength: 3 }),
    rows: fc.option(fc.uniqueArray(id, { minLength: 1, maxLength: 3 }), { nil: undefined }),
    after: id,
    edits: fc.array(fc.tuple(fc.nat(4), fc.constantFrom("name", "@note"), fc.constantFrom("x", "y", undefined))),
  });
  fc.assert(
    fc.property(shape, ({ add, remove, rows, after, edits }) => {
      const news = add.filter((one) => !start.some((row) => row.id === one.id)) as SheetChanges["add"];
      let now = start as { id: string; cells: Cells }[];
      const list: CellChange[] = [];
      for (const [at, column, to] of edits) {
        const change = cellChange(now[at]!, column, to);
        if (!change) continue;
        list.push(change);
        now = applied(now, { cells: [change], add: [], remove: [] }, fresh);
      }
      const changes: SheetChanges = { cells: list, add: news, remove, ...(rows && { move: { rows, after } }) };
      const there = applied(start, changes, fresh);
      expect(applied(there, inverse(start, changes), fresh)).toEqual(start);
    }),
  );
});

test("fields that are new, gone, renamed or of another kind are told when a sheet goes on", () => {
  const next = structuredClone(design);
  next.fields = next.fields.filter(({ id }) => id !== "tag");
  next.fields[0]!.label = "Name";
  next.fields[1] = { ...next.fields[0]!, id: "ground", label: "Ground" };
  next.fields.push({ ...next.fields[0]!, id: "town", label: "Town" });
  expect(columnChanges(design, next)).toEqual([
    { label: "First and last name, now Name", what: "renamed" },
    { label: "Ground", what: "another kind" },
    { label: "Town", what: "new" },
    { label: "With a tag", what: "gone" },
  ]);
  expect(columnChanges(design, design)).toEqual([]);
});
