import type { Workbook } from "exceljs";
import { readCsv, tableOf, writeCsv } from "@/core/table/csv";
import type { Table } from "@/core/table/table";
import { decodeTable } from "@/core/table/text";

/** What a file held, and what is to be said about it. */
export interface ReadTable {
  readonly table: Table;
  readonly notes: readonly string[];
}

export class TableError extends Error {}

const mostBytes = 20 * 1024 * 1024;
/** What a packed file may become; more is no list of names. */
const mostUnpacked = 200 * 1024 * 1024;
const mostColumns = 200;

/** A table from a file of any kind that spreadsheets write. Throws TableError with the reason. */
export async function readTableFile(file: File, mostRows: number): Promise<ReadTable> {
  if (file.size > mostBytes)
    throw new TableError(`${file.name} is larger than 20 MB. Save only the table that is wanted.`);
  const bytes = new Uint8Array(await file.arrayBuffer());
  const read = isZip(bytes) ? await readXlsx(bytes, file.name) : readText(bytes, file.name);
  const { table } = read;
  if (table.heading.length === 0) throw new TableError(`${file.name} is empty.`);
  if (table.rows.length === 0) throw new TableError(`${file.name} has no rows below its heading.`);
  if (table.rows.length > mostRows) {
    throw new TableError(
      `${file.name} has ${table.rows.length} rows; a sheet has at most ${mostRows}. Take in a part.`,
    );
  }
  if (table.heading.length > mostColumns) {
    throw new TableError(`${file.name} has ${table.heading.length} columns; up to ${mostColumns} can be read.`);
  }
  return read;
}

const isZip = (bytes: Uint8Array): boolean => bytes[0] === 0x50 && bytes[1] === 0x4b;
/** The older kind of spreadsheet, and those with a password. */
const isCompound = (bytes: Uint8Array): boolean => bytes[0] === 0xd0 && bytes[1] === 0xcf && bytes[2] === 0x11;

function readText(bytes: Uint8Array, name: string): ReadTable {
  if (isCompound(bytes)) {
    throw new TableError(`${name} has a password, or is of an old kind. Save it as XLSX without one, or as CSV.`);
  }
  const { text, encoding } = decodeTable(bytes);
  if (text.includes("\u0000")) throw new TableError(`${name} is no table. Save it as CSV or XLSX.`);
  const { table, errors } = readCsv(text);
  const notes =
    encoding === "windows-1252" ? ["Its letters were read as Windows-1252. Look whether accents are right."] : [];
  return { table, notes: [...notes, ...errors.slice(0, 5)] };
}

/** What all entries of a zip come to when they are unpacked, as its directory says. Source: PKWARE APPNOTE, 4.3.12. */
export function unpackedSize(bytes: Uint8Array): number {
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
  let sum = 0;
  for (let at = 0; at + 46 <= bytes.length; at++) {
    if (view.getUint32(at, true) !== 0x02014b50) continue;
    sum += view.getUint32(at + 24, true);
    at += 45;
  }
  return sum;
}

async function readXlsx(bytes: Uint8Array, name: string): Promise<ReadTable> {
  if (unpackedSize(bytes) > mostUnpacked)
    throw new TableError(`${name} unpacks to more than 200 MB. Save only the table.`);
  const { default: excel } = await import("exceljs");
  const book = new excel.Workbook();
  try {
    await book.xlsx.load(bytes.slice().buffer);
  } catch {
    throw new TableError(`${name} can’t be read as a spreadsheet. Save it again as XLSX or CSV.`);
  }
  return tableOfBook(book, name);
}

/** The first sheet of a workbook that is to be seen. */
function tableOfBook(book: Workbook, name: string): ReadTable {
  const seen = book.worksheets.filter(({ state }) => state === "visible");
  const sheet = seen.find(({ actualRowCount }) => actualRowCount > 0) ?? seen[0];
  if (!sheet) throw new TableError(`${name} has no sheet that is to be seen.`);
  const notes: string[] = [];
  if (seen.length > 1) notes.push(`It has ${seen.length} sheets; this is “${sheet.name}”.`);
  const rows: string[][] = [];
  let merged = 0;
  sheet.eachRow({ includeEmpty: false }, (row) => {
    const cells: string[] = [];
    for (let at = 1; at <= Math.min(row.cellCount, mostColumns + 1); at++) {
      const cell = row.getCell(at);
      // Of cells that are one, only the first says something.
      const follows = cell.isMerged && cell.master.address !== cell.address;
      if (follows) merged++;
      cells.push(follows ? "" : textOfCell(cell.value));
    }
    rows.push(cells);
  });
  if (merged > 0) notes.push("Some of its cells are joined; what they say stands in the first of them.");
  return { table: tableOf(rows), notes };
}

/** A cell as it reads: formulas by what they came to, dates as days. */
function textOfCell(value: unknown): string {
  if (value === null || value === undefined) return "";
  if (value instanceof Date) return value.toISOString().replace(/T00:00:00\.000Z$/, "");
  if (typeof value !== "object") return String(value);
  if ("richText" in value) return (value.richText as { text: string }[]).map(({ text }) => text).join("");
  if ("result" in value) return textOfCell(value.result);
  if ("text" in value) return textOfCell(value.text);
  return "error" in value ? String(value.error) : "";
}

/** A table as a file of either kind. Cells are text, so that none is run or made into a date. */
export async function tableFile(table: Table, name: string, kind: "csv" | "xlsx"): Promise<File> {
  if (kind === "csv") return new File([writeCsv(table)], `${name}.csv`, { type: "text/csv" });
  const { default: excel } = await import("exceljs");
  const book = new excel.Workbook();
  const sheet = book.addWorksheet("Rows", { views: [{ state: "frozen", ySplit: 1 }] });
  for (const row of [table.heading, ...table.rows]) {
    const added = sheet.addRow([...row]);
    added.eachCell((cell) => (cell.numFmt = "@"));
  }
  sheet.getRow(1).font = { bold: true };
  const type = "application/vnd.openxmlformats-officedocument.spreadsheetml.sheet";
  return new File([await book.xlsx.writeBuffer()], `${name}.xlsx`, { type });
}
