import type { Design } from "@/core/document/design";
import type { House } from "@/core/document/house";
import type { FieldValue } from "@/core/fields/value";
import type { Values } from "@/core/document/values";
import { columnNames } from "@/core/sheets/match";
import type { Column } from "@/core/sheets/row";
import { columnCell } from "@/core/sheets/take-in";
import { readCsv } from "@/core/table/csv";
import { UsageError } from "./arguments";

/** A row of a table as it was read, or why it could not be; by its number below the heading, empty rows counted. */
export type TableRow = { readonly number: number } & ({ readonly values: Values } | { readonly fault: string });

/** The text of a file in UTF-8, or in UTF-16 with its mark. Throws a UsageError for any other encoding. */
export function decodeText(bytes: Uint8Array, path: string): string {
  const mark = [bytes[0], bytes[1]].join();
  const encoding = mark === "255,254" ? "utf-16le" : mark === "254,255" ? "utf-16be" : "utf-8";
  try {
    return new TextDecoder(encoding, { fatal: true }).decode(bytes);
  } catch {
    throw new UsageError(`${path} is not in UTF-8. Save it again as “CSV UTF-8”, so that its letters can be read.`);
  }
}

/**
 * One row for each line of a CSV whose columns are field ids or labels, and `length` for the clip's seconds: cells say what
 * they say in a sheet, and an empty one is as usual. Notes are left alone.
 */
export function readTable(text: string, { design, house }: { design: Design; house: House }, path: string): TableRow[] {
  const { table, numbers, errors } = readCsv(text);
  if (errors.length > 0) throw new UsageError(`${path}: ${errors[0]}`);
  if (table.rows.length === 0) throw new UsageError(`${path} has no rows below its heading.`);
  const columns = table.heading.map((name, i) => {
    const column = columnNamed(name, design);
    if (!column && (name.trim() !== "" || table.rows.some((row) => row[i] !== "")))
      throw new UsageError(`${path}: the column “${name}” is none of this design’s fields.`);
    return column;
  });
  const twice = columns.find((column, i) => column && columns.indexOf(column) < i);
  if (twice) throw new UsageError(`${path}: the column “${table.heading[columns.lastIndexOf(twice)]}” is there twice.`);
  return table.rows.map((row, at): TableRow => {
    const number = numbers[at]!;
    const fields: Record<string, FieldValue> = {};
    let lengthS: number | undefined;
    for (const [i, column] of columns.entries()) {
      const cell = column && columnCell(design, column, row[i]!, house);
      if (cell === undefined || column === "@note") continue;
      if (column !== "@length") fields[column!] = cell;
      else if (typeof cell === "number") lengthS = cell;
      else return { number, fault: `“${row[i]}” is no length in seconds.` };
    }
    return { number, values: { fields, lengthS } };
  });
}

/** The column that a heading is for: by its id or one of its names, in any case. */
function columnNamed(heading: string, design: Design): Column | undefined {
  const wanted = heading.trim().toLowerCase();
  return columnNames(design).find(({ names }) => names.some((name) => name.trim().toLowerCase() === wanted))?.column;
}
