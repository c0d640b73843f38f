import { readFileSync } from "node:fs";
import type { z } from "zod";
import type { Accepted } from "@/contract/accepted";
import type { Design } from "@/core/document/design";
import { House } from "@/core/document/house";
import { faultsOf, parseDesign } from "@/core/document/upgrade";
import { checkValues, startingValues, Values } from "@/core/document/values";
import { database, isUnreachable } from "@/server/db/connection";
import { findNumberedRelease } from "@/server/db/releases";
import { fileWords, fromCaller, needed, numberOf, UsageError, type Flags } from "./arguments";
import { joinInstance } from "./instance";
import { decodeText, readTable, type TableRow } from "./table";

function readBytes(path: string): Uint8Array {
  try {
    return readFileSync(fromCaller(path));
  } catch (error) {
    throw new UsageError(fileWords(error as NodeJS.ErrnoException, path));
  }
}

export function readJson(path: string): unknown {
  const text = decodeText(readBytes(path), path);
  try {
    return JSON.parse(text);
  } catch (error) {
    throw new UsageError(`${path} is not valid JSON: ${(error as Error).message}`);
  }
}

export const wordsOf = (name: string, error: z.ZodError): string =>
  faultsOf(error)
    .map(({ path, message }) => `${name}: ${path}: ${message}`)
    .join("\n");

export async function asking<T>(ask: () => Promise<T>): Promise<T> {
  if (!joinInstance())
    throw new UsageError("There is no Rubrick here to ask. Start it once with npm start, or name files.");
  try {
    return await ask();
  } catch (error) {
    if (isUnreachable(error))
      throw new UsageError("The database does not answer. Start Rubrick with npm start, or name files.");
    throw error;
  }
}

export interface LoadedDesign {
  readonly design: Design;
  readonly house: House;
  /** Its number; 0 for a design that was never published. */
  readonly release: number;
  /** What was known to be wrong when it was published. */
  readonly accepted: readonly Accepted[];
}

function numbered(name: string, number: string | undefined): number | undefined {
  if (number === undefined) return undefined;
  if (!/^[1-9]\d{0,6}$/.test(number)) throw new UsageError(`“${name}”: after the @ comes the number of a release.`);
  return Number(number);
}

/** The design of a call: a published release by id, or a JSON file with its house style. */
export async function loadDesign(flags: Flags): Promise<LoadedDesign> {
  const name = needed(flags, "design");
  if (name.endsWith(".json")) {
    const parsed = parseDesign(readJson(name));
    if (!parsed.ok)
      throw new UsageError(parsed.faults.map((fault) => `${name}: ${fault.path}: ${fault.message}`).join("\n"));
    const house = House.safeParse(readJson(needed(flags, "house")));
    if (!house.success) throw new UsageError(wordsOf("house style", house.error));
    return { design: parsed.design, house: house.data, release: 0, accepted: [] };
  }
  const [id, number] = name.split("@");
  const release = await asking(() => findNumberedRelease(database(), id!, numbered(name, number)));
  if (!release) throw new UsageError(`There is no published design “${name}”.`);
  return { design: release.document, house: release.house, release: release.number, accepted: release.accepted };
}

/** The fill-ins of a call: one from JSON, or one for each row of a CSV; each with what is wrong with its values. */
export async function loadRows(flags: Flags, design: Design): Promise<TableRow[]> {
  const lengthS = numberOf(flags, "length");
  const rows: TableRow[] =
    flags.values === undefined ? [{ values: startingValues(design) }] : readValues(flags.values, design);
  return rows.map((row) => {
    if ("fault" in row) return row;
    const values = { ...row.values, lengthS: lengthS ?? row.values.lengthS };
    const fault = checkValues(design, values)[0];
    return fault ? { fault: fault.message } : { values };
  });
}

/** The fill-in of a call that paints one picture. */
export async function loadValues(flags: Flags, design: Design): Promise<Values> {
  const [row] = await loadRows(flags, design);
  if (!row || "fault" in row) throw new UsageError(row?.fault ?? "There is no row to fill in.");
  return row.values;
}

function readValues(path: string, design: Design): TableRow[] {
  if (path.toLowerCase().endsWith(".csv")) return readTable(decodeText(readBytes(path), path), design, path);
  const input = readJson(path);
  // Plain {"name": "…"} is what people write first; the full form has "fields" and "lengthS".
  const full = typeof input === "object" && input !== null && ("fields" in input || "lengthS" in input);
  const parsed = Values.safeParse(full ? input : { fields: input });
  if (parsed.success) return [{ values: parsed.data }];
  throw new UsageError(wordsOf(path, parsed.error));
}
