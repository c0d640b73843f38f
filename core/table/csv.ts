import Papa from "papaparse";
import type { Table } from "./table";

/** What a spreadsheet would run as a formula; the wide signs are read as the plain ones by some. */
const runs = /^'*\s*[=+\-@\t\r\n\uff1d\uff0b\uff0d\uff20]/;
/** Numbers begin so as well, and are none. */
const isNumber = /^[+-]?\d+([.,]\d+)?$/;

/** Text that no spreadsheet runs; read back it is what it was. Source: OWASP, CSV Injection. */
export const harmless = (text: string): string => (runs.test(text) && !isNumber.test(text) ? `'${text}` : text);
const asItWas = (text: string): string => (text.startsWith("'") && runs.test(text.slice(1)) ? text.slice(1) : text);

const isFilled = (row: readonly string[]): boolean => row.some((cell) => cell.trim() !== "");

/** Rows of text of one width; what has no row below its heading is a heading alone. */
export function tableOf(rows: readonly (readonly string[])[]): Table {
  const filled = rows.filter(isFilled);
  const width = Math.max(0, ...filled.map((row) => row.length));
  const [heading = [], ...rest] = filled.map((row) => Array.from({ length: width }, (_, i) => asItWas(row[i] ?? "")));
  return { heading, rows: rest };
}

/** What a file of CSV holds. */
export interface ReadCsv {
  readonly table: Table;
  /** Which row below the heading each row of the table is in the file, where empty ones count. */
  readonly numbers: readonly number[];
  readonly errors: readonly string[];
}

/** A table from CSV with any separator, quotes, and line breaks in its cells; its errors with their lines. */
export function readCsv(text: string): ReadCsv {
  // Guessed without the empty rows, read with them: they count.
  const delimitersToGuess = [",", ";", "\t", "|"];
  const { delimiter } = Papa.parse<string[]>(text, { skipEmptyLines: "greedy", delimitersToGuess, preview: 20 }).meta;
  const read = Papa.parse<string[]>(text, { delimiter });
  // With a single column there is nothing between columns, and nothing wrong with that.
  const errors = read.errors
    .filter(({ type }) => type !== "Delimiter")
    .map(({ row, message }) => `Line ${(row ?? 0) + 1}: ${message}.`);
  const places = read.data.flatMap((row, i) => (isFilled(row) ? [i] : []));
  return { table: tableOf(read.data), numbers: places.slice(1).map((place) => place - places[0]!), errors };
}

/** A table as CSV in UTF-8 with its mark, so that every spreadsheet reads its letters. */
export const writeCsv = ({ heading, rows }: Table): string =>
  // A reader that splits at semicolons must not find a formula behind one: what has a separator of any kind is quoted.
  `\ufeff${Papa.unparse(
    { fields: heading.map(harmless), data: rows.map((row) => row.map(harmless)) },
    { quotes: (cell: unknown) => /[;\t|]/.test(String(cell)) },
  )}\r\n`;
