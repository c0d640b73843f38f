import Papa from "papaparse";
import type { Design } from "@/core/document/design";
import type { Values } from "@/core/document/values";
import { UsageError } from "./arguments";

/** A row of a table as it was read, or why it could not be. */
export type TableRow = { readonly values: Values } | { readonly fault: string };

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

/** One row for each line of a CSV whose columns are field ids or labels, and `length` for the clip's seconds. */
export function readTable(text: string, design: Design, path: string): TableRow[] {
  const table = Papa.parse<Record<string, string>>(text, { header: true, skipEmptyLines: "greedy" });
  // With a single column there is nothing between columns, and nothing wrong with that.
  const problem = table.errors.find(({ type }) => type !== "Delimiter");
  if (problem) throw new UsageError(`${path}: row ${(problem.row ?? 0) + 1}: ${problem.message}`);
  if (table.data.length === 0) throw new UsageError(`${path} has no rows below its heading.`);
  const columns = (table.meta.fields ?? []).map((column) => [column, meaningOf(column, design)] as const);
  const stray = columns.find(([, meaning]) => meaning === undefined);
  if (stray) throw new UsageError(`${path}: the column “${stray[0]}” is none of this design’s fields.`);
  return table.data.map((row): TableRow => {
    const fields: Record<string, string> = {};
    let lengthS: number | undefined;
    for (const [column, meaning] of columns) {
      const value = row[column] ?? "";
      if (meaning !== "length") fields[meaning!.id] = value;
      else if (value.trim() !== "") {
        lengthS = Number(value.trim().replace(",", "."));
        if (!Number.isFinite(lengthS)) return { fault: `“${value}” is no length in seconds.` };
      }
    }
    return { values: { fields, lengthS } };
  });
}

function meaningOf(column: string, design: Design) {
  const wanted = column.trim().toLowerCase();
  const field = design.fields.find(({ id, label }) => id === wanted || label.trim().toLowerCase() === wanted);
  return field ?? (wanted === "length" ? ("length" as const) : undefined);
}
