import { existsSync, readFileSync } from "node:fs";
import { readFile } from "node:fs/promises";
import Papa from "papaparse";
import type { Design } from "@/core/document/design";
import { House } from "@/core/document/house";
import { Output } from "@/core/document/output";
import { faultsOf, parseDesign } from "@/core/document/upgrade";
import { checkValues, startingValues, Values } from "@/core/document/values";
import { database, isUnreachable } from "@/server/db/connection";
import { listOutputs } from "@/server/db/outputs";
import { findNumberedRelease } from "@/server/db/releases";
import { storedPath } from "@/server/files/storage";
import { fromCaller, needed, numberOf, UsageError, type Flags } from "./arguments";
import { joinInstance } from "./instance";

function readJson(path: string): unknown {
  const file = fromCaller(path);
  if (!existsSync(file)) throw new UsageError(`${path} does not exist.`);
  try {
    return JSON.parse(readFileSync(file, "utf8"));
  } catch (error) {
    throw new UsageError(`${path} is not valid JSON: ${(error as Error).message}`);
  }
}

async function asking<T>(ask: () => Promise<T>): Promise<T> {
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
}

/** The design of a call: a published release by id, or a JSON file with its house style. */
export async function loadDesign(flags: Flags): Promise<LoadedDesign> {
  const name = needed(flags, "design");
  if (name.endsWith(".json")) {
    const parsed = parseDesign(readJson(name));
    if (!parsed.ok)
      throw new UsageError(parsed.faults.map((fault) => `${name}: ${fault.path}: ${fault.message}`).join("\n"));
    const house = House.safeParse(readJson(needed(flags, "house")));
    if (!house.success)
      throw new UsageError(
        faultsOf(house.error)
          .map((f) => `house style: ${f.path}: ${f.message}`)
          .join("\n"),
      );
    return { design: parsed.design, house: house.data };
  }
  const [id, number] = name.split("@");
  const release = await asking(() =>
    findNumberedRelease(database(), id!, number === undefined ? undefined : Number(number)),
  );
  if (!release) throw new UsageError(`There is no published design “${name}”.`);
  return { design: release.document, house: release.house };
}

/** The fill-ins of a call: one from JSON, or one for each row of a CSV whose columns are field ids or labels. */
export async function loadValues(flags: Flags, design: Design): Promise<Values[]> {
  const lengthS = numberOf(flags, "length");
  const rows = flags.values === undefined ? [startingValues(design)] : await readValues(flags.values, design);
  return rows.map((row, i) => {
    const values = { ...row, lengthS: lengthS ?? row.lengthS };
    const fault = checkValues(design, values)[0];
    if (fault) throw new UsageError(`${rows.length > 1 ? `row ${i + 1}: ` : ""}${fault.message}`);
    return values;
  });
}

async function readValues(path: string, design: Design): Promise<Values[]> {
  if (!path.endsWith(".csv")) {
    const input = readJson(path);
    // Plain {"name": "…"} is what people write first; the full form has "fields" and "lengthS".
    const parsed = Values.safeParse(
      typeof input === "object" && input && !("fields" in input) ? { fields: input } : input,
    );
    if (!parsed.success)
      throw new UsageError(
        faultsOf(parsed.error)
          .map((f) => `${path}: ${f.path}: ${f.message}`)
          .join("\n"),
      );
    return [parsed.data];
  }
  const text = await readFile(fromCaller(path), "utf8").catch(() => {
    throw new UsageError(`${path} does not exist.`);
  });
  const table = Papa.parse<Record<string, string>>(text.replace(/^\ufeff/, ""), {
    header: true,
    skipEmptyLines: "greedy",
  });
  const problem = table.errors[0];
  if (problem) throw new UsageError(`${path}: row ${(problem.row ?? 0) + 1}: ${problem.message}`);
  return table.data.map((row) => {
    const fields: Record<string, string> = {};
    let lengthS: number | undefined;
    for (const [column, value] of Object.entries(row)) {
      const field = design.fields.find((f) => f.id === column || f.label.toLowerCase() === column.trim().toLowerCase());
      if (field) fields[field.id] = value;
      else if (column.trim().toLowerCase() === "length") lengthS = Number(value) || undefined;
      else throw new UsageError(`${path}: the column “${column}” is none of this design’s fields.`);
    }
    return { fields, lengthS };
  });
}

export interface LoadedOutput {
  readonly output: Output;
  readonly footage: string | undefined;
}

/** The output of a call: a saved one by id, or a JSON file; footage from a file or the instance. */
export async function loadOutput(flags: Flags): Promise<LoadedOutput> {
  const name = needed(flags, "output");
  const output = name.endsWith(".json") ? readOutput(name) : await namedOutput(name, flags.footage !== undefined);
  if (output.kind !== "h264" || output.backing.kind !== "footage") return { output, footage: undefined };
  if (flags.footage !== undefined) {
    const file = fromCaller(flags.footage);
    if (!existsSync(file)) throw new UsageError(`${flags.footage} does not exist.`);
    return { output, footage: file };
  }
  joinInstance();
  const footage = storedPath(output.backing.media.slice(6));
  if (!existsSync(footage)) throw new UsageError("The output’s footage is not stored here. Name one with --footage.");
  return { output, footage };
}

function readOutput(path: string): Output {
  const parsed = Output.safeParse(readJson(path));
  if (parsed.success) return parsed.data;
  throw new UsageError(
    faultsOf(parsed.error)
      .map((fault) => `${path}: ${fault.path}: ${fault.message}`)
      .join("\n"),
  );
}

const fps = { num: 25, den: 1 };
const anyFootage = { kind: "footage" as const, media: `media:${"0".repeat(64)}` };
const plain: Readonly<Record<string, Output>> = {
  "see-through-clip": { id: "see-through-clip", name: "See-through clip", kind: "vp9-alpha", fps },
  "see-through-master": { id: "see-through-master", name: "See-through master", kind: "prores-4444", fps },
};

async function namedOutput(name: string, hasFootage: boolean): Promise<Output> {
  if (joinInstance()) {
    const saved = await asking(() => listOutputs(database())).catch((error: unknown) => {
      if (plain[name]) return [];
      throw error;
    });
    const found = saved.find((output) => output.id === name);
    if (found) return found;
  }
  const known = plain[name];
  if (known) return known;
  if (name === "finished-clip" && hasFootage)
    return { id: name, name: "Finished clip", kind: "h264", fps, backing: anyFootage };
  throw new UsageError(`There is no output “${name}”.`);
}
