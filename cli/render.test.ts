import {
  chmodSync,
  existsSync,
  mkdirSync,
  mkdtempSync,
  readdirSync,
  readFileSync,
  rmSync,
  writeFileSync,
} from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { afterAll, beforeAll, describe, expect, test } from "@jest/globals";
import { box, designWith, smallHouse, testHouse, words } from "@/core/testing/scene";
import { commandIn } from "@/tests/support/command";
import { writeCsv } from "@/core/table/csv";
import { decodeText, readTable } from "./table";

const field = (id: string, label: string) => ({ id, kind: "line", label, sample: "Ada", required: true });
const design = designWith(
  [
    box("panel", { place: { on: "title-safe" }, width: { kind: "fixed", u: 40 }, meter: { property: "width" } }),
    words("name", "", { place: { on: "panel", dx: 2, dy: 2 }, setting: { type: "body", maxWidth: 30 } }),
  ],
  {
    fields: [{ ...field("name", "Name"), drives: [{ layer: "name", property: "text" }] }],
    length: { default: 0.4, min: 0.2, max: 9 },
  },
);
const one = (text: string, of = design) => readTable(text, { design: of, house: testHouse }, "people.csv");

describe("a table", () => {
  test("may have a single column, a mark at its start, empty lines, and a comma in a number", () => {
    expect(one(decodeText(Buffer.from("\ufeffName\nBram\n\nIda\n"), "x"))).toHaveLength(2);
    expect(one("name;length\nBram;1,5\n")).toEqual([{ number: 1, values: { fields: { name: "Bram" }, lengthS: 1.5 } }]);
  });
  test("in UTF-16 is read, in Latin-1 refused with what to do", () => {
    const wide = Buffer.from("\ufeffname\nÆsa\n", "utf16le");
    expect(one(decodeText(wide, "x"))).toMatchObject([{ values: { fields: { name: "Æsa" } } }]);
    expect(() => decodeText(Buffer.from("name\nÆsa\n", "latin1"), "people.csv")).toThrow(/UTF-8/);
  });
  test("without rows, or with a column that means nothing, is refused; a length that is no number is told by its row", () => {
    expect(() => one("name\n")).toThrow(/no rows/);
    expect(() => one("name,colour\nBram,red\n")).toThrow(/“colour”/);
    expect(one("name,length\nBram,soon\nIda,\n")).toEqual([
      { number: 1, fault: expect.stringContaining("“soon”") },
      { number: 2, values: { fields: { name: "Ida" }, lengthS: undefined } },
    ]);
    expect(() => one("Name,name\nBram,Ida\n")).toThrow(/“name” is there twice/);
  });
  test("is numbered as its file is, empty rows counted", () => {
    expect(one("name\nBram\n\n \nIda\n").map(({ number }) => number)).toEqual([1, 4]);
  });
  test("as a sheet takes it out comes back as it was: handles, choices by their names, a note that is nobody’s field", () => {
    const accent = { id: "accent", label: "Accent", kind: "choice", options: [{ id: "warm", label: "Warm red" }] };
    const more = { ...design, fields: [...design.fields, accent as unknown as (typeof design.fields)[number]] };
    const heading = ["Name", "Accent", "Length", "Note"];
    const text = writeCsv({ heading, rows: [["@fern, =1+1", "Warm red", "1,5", "not before Friday"]] });
    expect(text).toContain("'@fern");
    expect(one(text.replace("\ufeff", ""), more)).toEqual([
      { number: 1, values: { fields: { name: "@fern, =1+1", accent: "warm" }, lengthS: 1.5 } },
    ]);
    expect(one("Name,\nBram,\n")).toHaveLength(1);
    expect(() => one("Name\nBram,stray\n")).toThrow(/column “”/);
  });
});

describe("the command line", () => {
  let folder: string;
  beforeAll(() => {
    folder = mkdtempSync(join(tmpdir(), "rubrick-cli-"));
    writeFileSync(join(folder, "design.json"), JSON.stringify(design));
    writeFileSync(join(folder, "house.json"), JSON.stringify(smallHouse));
  });
  afterAll(() => rmSync(folder, { recursive: true, force: true }));
  const run = commandIn(() => folder);
  const of = (command: string) => [command, "--design", "design.json", "--house", "house.json"];

  test("names the row and format that the checks stop, makes all others, and ends with 1", () => {
    const long = "Maximilian Quartermaine of the Upper Orchard";
    writeFileSync(join(folder, "people.csv"), `Name\nBram\n${long}\n\u0007\nBRAM\n`);
    const rest = ["--values", "people.csv", "--format", "square", "--output", "see-through-master", "--out", "clips"];
    const { status, said } = run(...of("render"), ...rest);
    expect(status).toBe(1);
    expect(said).toMatch(/row 2, square: not made\. .*cut.*text_cut:name:/);
    expect(said).toMatch(/row 3: not made\. .*control character/);
    // Names that differ in capitals alone would be one file on many disks.
    const made = () => readdirSync(join(folder, "clips")).filter((name) => !name.startsWith("."));
    expect(made().sort()).toEqual(["Test_BRAM_square_2.mov", "Test_Bram_square.mov"]);
    writeFileSync(join(folder, "one.json"), JSON.stringify({ name: long }));
    const accepted = [...of("render"), "--values", "one.json", "--accept", "text_cut:name:", ...rest.slice(2)];
    expect(run(...accepted)).toMatchObject({ status: 0, said: expect.stringContaining("proved") });
  });
  test("makes several outputs at once, leaves what is current on a second run, and makes anew what was touched", () => {
    writeFileSync(join(folder, "people.csv"), "Name\nBram\n");
    const still = { id: "still", name: "Still", kind: "still" };
    writeFileSync(join(folder, "still.json"), JSON.stringify(still));
    writeFileSync(join(folder, "srt.json"), JSON.stringify({ id: "words", name: "Words", kind: "srt" }));
    const args = [
      "--values",
      "people.csv",
      "--format",
      "square",
      "--output",
      "still.json,srt.json",
      "--out",
      "several",
    ];
    const lines = (said: string) =>
      said
        .trim()
        .split("\n")
        .map((line) => JSON.parse(line) as Record<string, unknown>);
    const first = lines(run(...of("render"), ...args, "--json").said);
    const files = first.filter(({ made, file }) => made === true && file).map(({ output }) => output);
    expect(files.sort()).toEqual(["still", "words"]);
    expect(first.some(({ done, total }) => typeof done === "number" && done === total)).toBe(true);
    const again = lines(run(...of("render"), ...args, "--json").said);
    expect(again.filter(({ file }) => file).map(({ current }) => current)).toEqual([true, true]);
    writeFileSync(join(folder, "several", "Test_Bram_square.srt"), "touched");
    const third = lines(run(...of("render"), ...args, "--json").said);
    expect(third.filter(({ made, file }) => made === true && file).map(({ output }) => output)).toEqual(["words"]);
    const other = run(...of("render"), ...args.map((arg) => (arg === "still.json,srt.json" ? "nothing" : arg)));
    expect(other).toMatchObject({ status: 2, said: expect.stringContaining("no output and no set “nothing”") });
  });
  test("checks rows without making anything", () => {
    const long = "Maximilian Quartermaine of the Upper Orchard";
    writeFileSync(join(folder, "people.csv"), `Name\nBram\n${long}\n`);
    const { status, said } = run(...of("check"), "--values", "people.csv", "--format", "square");
    expect(status).toBe(1);
    expect(said).toMatch(/row 2, square: not made\. .*text_cut:name:/);
    expect(said).toContain("1 clip may be made.");
  });
  test("paints a frame as it is in a clip of that rate", () => {
    writeFileSync(join(folder, "bram.json"), JSON.stringify({ name: "Bram" }));
    const rest = ["--values", "bram.json", "--format", "square", "--at", "0.2", "--out"];
    for (const rate of ["25", "60"]) expect(run(...of("frame"), ...rest, `${rate}.png`, "--rate", rate).status).toBe(0);
    const bytes = (name: string) => readFileSync(join(folder, name));
    expect(bytes("25.png").equals(bytes("60.png"))).toBe(false);
    expect(run(...of("frame"), ...rest, "x.png", "--rate", "26")).toMatchObject({
      status: 2,
      said: expect.stringContaining("29.97"),
    });
  });
  test("says what is wrong with a path, never where in the code", () => {
    mkdirSync(join(folder, "locked"));
    chmodSync(join(folder, "locked"), 0o500);
    writeFileSync(join(folder, "file"), "");
    const values = ["--values", "bram.json", "--format", "square"];
    for (const [args, words] of [
      [[...of("frame"), ...values, "--out", "gone/x.png"], "gone/x.png does not exist"],
      [[...of("frame"), ...values, "--out", "locked"], "is a folder"],
      [
        ["frame", "--design", "nothing.json", "--house", "house.json", ...values, "--out", "x.png"],
        "nothing.json does not exist",
      ],
      [[...of("render"), ...values, "--output", "see-through-clip", "--out", "file"], "file is a file"],
      [[...of("frame"), "--values", "file", "--format", "square", "--out", "x.png"], "not valid JSON"],
      [[...of("frame"), "--format", "square", "--out", "x.png"], "Say what to fill in with --values FILE."],
      [[...of("render"), ...values, "--output", "gif", "--out", "clips"], "see-through-master"],
    ] as const) {
      const { status, said } = run(...args);
      expect([status, said]).toEqual([2, expect.stringContaining(words)]);
      expect(said).not.toMatch(/\n\s+at /);
    }
    expect(existsSync(join(folder, "x.png"))).toBe(false);
  });
});
