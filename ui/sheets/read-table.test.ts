import { expect, test } from "@jest/globals";
import excel from "exceljs";
import { readTableFile, tableFile, TableError, unpackedSize } from "./read-table";

const table = {
  heading: ["Name", "Role"],
  rows: [
    ["ليلى حداد", "=1+1"],
    ["Zoë, “Zo”", "two\nlines"],
    ["3.50", "26 Nov 2026"],
  ],
};

test.each(["csv", "xlsx"] as const)("a table that is taken out as %s comes back the same", async (kind) => {
  const file = await tableFile(table, "Rows", kind);
  expect(file.name).toBe(`Rows.${kind}`);
  expect((await readTableFile(file, 5000)).table).toEqual(table);
});

async function xlsx(fill: (book: excel.Workbook) => void): Promise<File> {
  const book = new excel.Workbook();
  fill(book);
  return new File([await book.xlsx.writeBuffer()], "people.xlsx");
}

test("a spreadsheet is read by what is to be seen in it: formulas, dates, joined cells, hidden sheets", async () => {
  const file = await xlsx((book) => {
    book.addWorksheet("Hidden", { state: "hidden" }).addRow(["not this"]);
    const sheet = book.addWorksheet("Talks");
    sheet.addRow(["Name", "When", "Sum"]);
    sheet.addRow(["Ada", new Date(Date.UTC(2026, 5, 8)), { formula: "1+1", result: 2 }]);
    sheet.addRow([{ richText: [{ text: "Bo " }, { text: "Vass" }] }, "joined", ""]);
    sheet.mergeCells("B3:C3");
    book.addWorksheet("Others").addRow(["x"]);
  });
  const { table: read, notes } = await readTableFile(file, 5000);
  expect(read.rows).toEqual([
    ["Ada", "2026-06-08", "2"],
    ["Bo Vass", "joined", ""],
  ]);
  expect(notes.join(" ")).toMatch(/2 sheets; this is “Talks”.*joined/);
});

test.each<[string, () => Promise<File> | File, RegExp]>([
  ["nothing", () => new File([""], "a.csv"), /empty/],
  ["a heading alone", () => new File(["Name;Role\n"], "a.csv"), /no rows/],
  [
    "a picture",
    () => new File([Uint8Array.from([0x89, 0x50, 0x4e, 0x47, 0, 0, 0, 13])], "a.csv"),
    /no table|no rows|empty/,
  ],
  ["a password", () => new File([Uint8Array.from([0xd0, 0xcf, 0x11, 0xe0])], "a.xlsx"), /password/],
  ["a zip that is no spreadsheet", () => new File([Uint8Array.from([0x50, 0x4b, 3, 4, 0])], "a.xlsx"), /can’t be read/],
  ["too many rows", () => new File([`Name\n${"Ada\n".repeat(11)}`], "a.csv"), /11 rows.*at most 10/],
  ["too many columns", () => new File([`${"a,".repeat(201)}\n${"b,".repeat(201)}`], "a.csv"), /columns/],
])("%s is refused in words", async (_, make, words) => {
  const read = readTableFile(await make(), 10);
  await expect(read).rejects.toBeInstanceOf(TableError);
  await expect(read).rejects.toThrow(words);
});

test("what a packed file becomes is known before it is unpacked", async () => {
  const file = await xlsx((book) => void book.addWorksheet("A").addRow(["x".repeat(30_000)]));
  const bytes = new Uint8Array(await file.arrayBuffer());
  expect(unpackedSize(bytes)).toBeGreaterThan(30_000);
  expect(bytes.length).toBeLessThan(30_000);
});
