import { expect, test } from "@jest/globals";
import { TextReader, TextWriter, Uint8ArrayReader, Uint8ArrayWriter, ZipReader, ZipWriter } from "@zip.js/zip.js";
import excel from "exceljs";
import { readTableFile, tableFile, TableError } from "./read-table";

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

test("empty rows between others are left out, and said", async () => {
  const read = await readTableFile(new File(["Name,Role\nAda,Seeds\n,\n\nBo,Ferns\n\n"], "people.csv"), 5000);
  expect(read.table.rows).toEqual([
    ["Ada", "Seeds"],
    ["Bo", "Ferns"],
  ]);
  expect(read.notes).toEqual(["2 empty rows were left out."]);
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
  expect(notes.join(" ")).toMatch(/2 sheets; this is “Talks”.*merged/);
});

test.each<[string, () => Promise<File> | File, RegExp]>([
  ["nothing", () => new File([""], "a.csv"), /empty/],
  ["a heading alone", () => new File(["Name;Role\n"], "a.csv"), /no rows/],
  [
    "a picture",
    () => new File([Uint8Array.from([0x89, 0x50, 0x4e, 0x47, 0, 0, 0, 13])], "a.csv"),
    /not a table|no rows|empty/,
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

/** The same spreadsheet with other words in its first sheet. */
async function rewritten(file: File, change: (xml: string) => string): Promise<File> {
  const reader = new ZipReader(new Uint8ArrayReader(new Uint8Array(await file.arrayBuffer())));
  const writer = new ZipWriter(new Uint8ArrayWriter());
  for (const entry of await reader.getEntries()) {
    if (entry.directory) continue;
    const text = await entry.getData(new TextWriter());
    const isSheet = entry.filename === "xl/worksheets/sheet1.xml";
    await writer.add(entry.filename, new TextReader(isSheet ? change(text) : text));
  }
  return new File([(await writer.close()) as Uint8Array<ArrayBuffer>], "people.xlsx");
}
const small = () =>
  xlsx((book) => {
    const sheet = book.addWorksheet("Talks");
    sheet.addRow(["Name"]);
    sheet.addRow(["Ada"]);
  });

test.each([
  ["one joined range over the whole sheet", '<mergeCells count="1"><mergeCell ref="A2:XFD1048576"/></mergeCells>'],
  ["a check of every cell", validation("A1:XFD1048576")],
])("%s costs nothing", async (_, more) => {
  const file = await rewritten(await small(), (xml) => xml.replace("</sheetData>", `</sheetData>${more}`));
  expect((await readTableFile(file, 10)).table.rows).toEqual([["Ada"]]);
});

function validation(where: string): string {
  return `<dataValidations count="1"><dataValidation type="whole" sqref="${where}"><formula1>1</formula1></dataValidation></dataValidations>`;
}

test("columns said to go on for two thousand million cost nothing", async () => {
  const cols = '<cols><col min="1" max="2000000000" width="9"/></cols>';
  const file = await rewritten(await small(), (xml) => xml.replace("<sheetData>", `${cols}<sheetData>`));
  expect((await readTableFile(file, 10)).table.rows).toEqual([["Ada"]]);
});

test("what a spreadsheet unpacks to is counted, whatever its directory says", async () => {
  const row = `<row><c t="inlineStr"><is><t>${"x".repeat(1000)}</t></is></c></row>`;
  const file = await rewritten(await small(), (xml) =>
    xml.replace("</sheetData>", `${row.repeat(62_000)}</sheetData>`),
  );
  const bytes = new Uint8Array(await file.arrayBuffer());
  // The directory says that everything in it is 100 bytes long.
  const view = new DataView(bytes.buffer);
  for (let at = 0; at + 46 <= bytes.length; at++) {
    if (view.getUint32(at, true) === 0x02014b50) view.setUint32(at + 24, 100, true);
  }
  expect(bytes.length).toBeLessThan(2_000_000);
  for (const one of [file, new File([bytes], "people.xlsx")]) {
    await expect(readTableFile(one, 5000)).rejects.toBeInstanceOf(TableError);
  }
});
