import Papa from "papaparse";
import type { Table } from "./table";

/** What a spreadsheet would run as a formula. */
const runs = /^'*[=+\-@\t\r]/;
/** Numbers begin so as well, and are none. */
const isNumber = /^[+-]?\d+([.,]\d+)?$/;

/** Text that no spreadsheet runs; read back it is what it was. Source: OWASP, CSV Injection. */
export const harmless = (text: string): string => (runs.test(text) && !isNumber.test(text) ? `'${text}` : text);
const asItWas = (text: string): string => (text.startsWith("'") && runs.test(text.slice(1)) ? text.slice(1) : text);

/** Rows of text of one width; what has no row below its heading is a heading alone. */
export function tableOf(rows: readonly (readonly string[])[]): Table {
  const filled = rows.filter((row) => row.some((cell) => cell.trim() !== ""));
  const width = Math.max(0, ...filled.map((row) => row.length));
  const [heading = [], ...rest] = filled.map((row) => Array.from({ length: width }, (_, i) => asItWas(row[i] ?? "")));
  return { heading, rows: rest };
}

/** A table from CSV with any separator, quotes, and line breaks in its cells; its errors with their lines. */
export function readCsv(text: string): { readonly table: Table; readonly errors: readonly string[] } {
  const read = Papa.parse<string[]>(text, { skipEmptyLines: "greedy", delimitersToGuess: [",", ";", "\t", "|"] });
  // With a single column there is nothing between columns, and nothing wrong with that.
  const errors = read.errors
    .filter(({ type }) => type !== "Delimiter")
    .map(({ row, message }) => `Line ${(row ?? 0) + 1}: ${message}.`);
  return { table: tableOf(read.data), errors };
}

/** A table as CSV in UTF-8 with its mark, so that every spreadsheet reads its letters. */
export const writeCsv = ({ heading, rows }: Table): string =>
  `\ufeff${Papa.unparse({ fields: heading.map(harmless), data: rows.map((row) => row.map(harmless)) })}\r\n`;
