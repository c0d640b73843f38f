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
const mostUnpacked = 60 * 1024 * 1024;
const mostColumns = 200;

/**
 * A table from a file of any kind that spreadsheets write. Throws TableError with the reason. A page reads files by
 * `readTableApart`, which doesn't hang on one that takes forever.
 */
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
      `${file.name} has ${table.rows.length} rows; a sheet has at most ${mostRows}. Import a part of it.`,
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
  if (text.includes("\u0000")) throw new TableError(`${name} is not a table. Save it as CSV or XLSX.`);
  const { table, numbers, errors } = readCsv(text);
  const notes = encoding === "windows-1252" ? ["Its letters were read as Windows-1252. Check the accents."] : [];
  return { table, notes: [...notes, ...emptyNotes((numbers.at(-1) ?? 0) - table.rows.length), ...errors.slice(0, 5)] };
}

/** What is said of empty rows between others. */
const emptyNotes = (count: number): string[] =>
  count <= 0 ? [] : [count === 1 ? "One empty row was left out." : `${count} empty rows were left out.`];

/** Cells that are one, by their corners; rows and columns count from 1. */
interface Joined {
  readonly top: number;
  readonly left: number;
  readonly bottom: number;
  readonly right: number;
}

/** More than a table of names has; ranges beyond are read as single cells. */
const mostJoined = 2000;

/**
 * Unpacks a spreadsheet piece by piece, counting what really comes: what its directory says may be made up. Answers the
 * joined cells of each of its sheets, by file name. Throws TableError when it is too large.
 */
async function unpackCounting(bytes: Uint8Array, name: string): Promise<Map<string, Joined[]>> {
  const { Uint8ArrayReader, ZipReader } = await import("@zip.js/zip.js");
  const reader = new ZipReader(new Uint8ArrayReader(bytes), { useWebWorkers: false });
  const joined = new Map<string, Joined[]>();
  let unpacked = 0;
  for await (const entry of reader.getEntriesGenerator()) {
    if (entry.directory) continue;
    const ranges: Joined[] = [];
    const decoder = new TextDecoder();
    let rest = "";
    const writable = new WritableStream<Uint8Array>({
      write(chunk) {
        unpacked += chunk.length;
        if (unpacked > mostUnpacked) throw new TableError(`${name} unpacks to more than 60 MB. Save only the table.`);
        if (!/^xl\/worksheets\/[^/]+\.xml$/.test(entry.filename)) return;
        const text = rest + decoder.decode(chunk, { stream: true });
        let read = 0;
        for (const match of text.matchAll(/<mergeCell ref="([A-Z]+\d+:[A-Z]+\d+)"/g)) {
          if (ranges.length < mostJoined) ranges.push(joinedOf(match[1]!));
          read = match.index + match[0].length;
        }
        // A range may lie across two pieces.
        rest = text.slice(Math.max(read, text.length - 80));
      },
    });
    await entry.getData(writable);
    if (ranges.length > 0) joined.set(entry.filename, ranges);
  }
  return joined;
}

/** The corners of a range as “B3:C3”. */
function joinedOf(ref: string): Joined {
  const [[top, left], [bottom, right]] = ref.split(":").map((corner) => {
    const [, letters, digits] = /^([A-Z]+)(\d+)$/.exec(corner)!;
    const column = [...letters!].reduce((sum, letter) => sum * 26 + letter.charCodeAt(0) - 64, 0);
    return [Number(digits), column] as const;
  }) as [readonly [number, number], readonly [number, number]];
  return { top, left, bottom, right };
}

/** What a sheet says beside its cells: none of it is needed, and each may speak of millions of them. */
const unread = [
  "mergeCells",
  "cols",
  "dataValidations",
  "conditionalFormatting",
  "hyperlinks",
  "drawing",
  "tableParts",
];

async function readXlsx(bytes: Uint8Array, name: string): Promise<ReadTable> {
  const { default: excel } = await import("exceljs");
  const book = new excel.Workbook();
  let joined: Map<string, Joined[]>;
  try {
    joined = await unpackCounting(bytes, name);
    await book.xlsx.load(bytes.slice().buffer, { ignoreNodes: unread });
  } catch (error) {
    if (error instanceof TableError) throw error;
    throw new TableError(`${name} can’t be read as a spreadsheet. Save it again as XLSX or CSV.`);
  }
  return tableOfBook(book, name, joined);
}

/** The first sheet of a workbook that is to be seen. */
function tableOfBook(book: Workbook, name: string, joined: ReadonlyMap<string, Joined[]>): ReadTable {
  const seen = book.worksheets.filter(({ state }) => state === "visible");
  const sheet = seen.find(({ actualRowCount }) => actualRowCount > 0) ?? seen[0];
  if (!sheet) throw new TableError(`${name} has no visible sheet.`);
  const notes: string[] = [];
  if (seen.length > 1) notes.push(`It has ${seen.length} sheets; this is “${sheet.name}”.`);
  const ranges = joined.get(`xl/worksheets/sheet${book.worksheets.indexOf(sheet) + 1}.xml`) ?? [];
  const rows: string[][] = [];
  sheet.eachRow({ includeEmpty: false }, (row, number) => {
    const here = ranges.filter(({ top, bottom }) => number >= top && number <= bottom);
    const cells: string[] = [];
    for (let at = 1; at <= Math.min(row.cellCount, mostColumns + 1); at++) {
      // Of cells that are one, only the first says something.
      const follows = here.some(
        ({ top, left, right }) => at >= left && at <= right && !(number === top && at === left),
      );
      cells.push(follows ? "" : textOfCell(row.getCell(at).value));
    }
    rows.push(cells);
  });
  if (ranges.length > 0) notes.push("Some cells are merged; their text is in the first of them.");
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
