import { describe, expect, test } from "@jest/globals";
import { frameRates } from "../document/fps";
import type { OrderEntry } from "../document/order";
import { designWith, testHouse, words } from "../testing/scene";
import { orderWords, takenPlaces } from "./findings";
import { entriesFromCaptions, entriesFromTable, readWhen } from "./take-in";
import type { TimedOrder } from "./time-order";

const fps = frameRates["25"]!;
const design = designWith([words("name", "")], {
  length: { default: 4, min: 2, max: 8 },
  fields: [
    { id: "who", kind: "line", label: "Full name", sample: "Ada", drives: [{ layer: "name", property: "text" }] },
  ],
});
const filled = () => {
  let next = 0;
  return { release: "strap", design, house: testHouse, newId: () => `e${next++}` };
};

test("readWhen takes timecodes, minutes and seconds, and seconds", () => {
  expect(readWhen("00:01:00:05", fps)).toBeCloseTo(60.2);
  expect(readWhen("00:10:00;00", frameRates["29.97"]!)).toBeCloseTo(599.9994);
  expect(readWhen("1:02:03", fps)).toBe(3723);
  expect(readWhen("2:30", fps)).toBe(150);
  expect(readWhen("2:30,5", fps)).toBe(150.5);
  expect(readWhen("90,25", fps)).toBe(90.25);
  for (const text of ["", "soon", "-4", "1:2:3:4:5", "12:99"]) expect(readWhen(text, fps)).toBeUndefined();
});

test("captions become entries, on for as long as they are to be read, within the design's limits", () => {
  const captions = [
    { startS: 1.5, endS: 4.5, text: "Ada Fennimore", words: [] },
    { startS: 10, endS: 40, text: "نور الهاشمي", words: [] },
  ];
  const entries = entriesFromCaptions(captions, filled(), "who");
  expect(entries.map(({ at, values }) => [at, values.fields.who, values.lengthS])).toEqual([
    [1.5, "Ada Fennimore", 3],
    [10, "نور الهاشمي", 8],
  ]);
});

describe("a table", () => {
  test("says by timecode when each comes and goes, and fills fields by their names", () => {
    const table = {
      heading: ["Comes", "Out", "Name"],
      rows: [
        ["00:00:10:00", "00:00:15:00", "Ada"],
        ["later", "", "Bo"],
        ["42.5", "", "Cy"],
        ["", "", "Di"],
      ],
    };
    const { entries, faults } = entriesFromTable(table, filled(), fps);
    expect(entries.map(({ id, at, values }) => [id, at, values])).toEqual([
      ["e0", 10, { fields: { who: "Ada" }, lengthS: 5 }],
      ["e1", 42.5, { fields: { who: "Cy" } }],
    ]);
    expect(faults).toEqual([
      { line: 3, message: "“later” is not a timecode or a number of seconds." },
      { line: 5, message: "It has no time." },
    ]);
  });
  test("without a column that says when is refused with what to do", () => {
    const { entries, faults } = entriesFromTable({ heading: ["Name"], rows: [["Ada"]] }, filled(), fps);
    expect([entries, faults[0]!.message]).toEqual([[], expect.stringContaining("Comes")]);
  });
});

test("graphics on one place at once are told, hand-overs and those that stand apart are not", () => {
  const part = (id: string, startFrame: number, frames: number) => ({
    entry: { id } as OrderEntry,
    startFrame,
    frames,
  });
  const order: TimedOrder = {
    ...{ fps, times: 1, leadFrames: 0, tailFrames: 0, showingFrames: 400, periodFrames: 400, issues: [] },
    parts: [part("a", 0, 100), part("b", 85, 100), part("c", 100, 100), part("d", 300, 50)],
  };
  const places = [
    { x: 0, y: 0, width: 100, height: 100 },
    { x: 50, y: 50, width: 100, height: 100 },
    { x: 60, y: 0, width: 100, height: 100 },
    { x: 0, y: 0, width: 900, height: 900 },
  ];
  const found = takenPlaces(
    order,
    (i) => places[i]!,
    () => 20,
  );
  expect(found).toEqual([{ code: "order_place", entry: "b", next: "c", seconds: 3.4 }]);
  expect(orderWords(found[0]!, (id) => id.toUpperCase())).toBe(
    "“B” and “C” are on the same place for 3.4 s. Let one come later, or be shorter.",
  );
  expect(
    takenPlaces(
      order,
      (i) => ({ ...places[i]!, x: i * 1000 }),
      () => 0,
    ),
  ).toEqual([]);
});
