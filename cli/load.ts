import { readFileSync } from "node:fs";
import type { z } from "zod";
import type { Accepted } from "@/contract/accepted";
import type { Design } from "@/core/document/design";
import { House } from "@/core/document/house";
import { faultsOf, parseDesign } from "@/core/document/upgrade";
import { checkValues, startingValues, Values } from "@/core/document/values";
import { database, isUnreachable } from "@/server/db/connection";
import { parseFrameRef } from "@/core/sample/rasters";
import { packageLoader } from "@/render/package/load";
import type { ToPack } from "@/render/package/write";
import { findNumberedRelease } from "@/server/db/releases";
import { localFile } from "@/server/files/storage";
import { storedFile } from "@/server/packages/files";
import { fileWords, fromCaller, needed, numberOf, UsageError, type Flags } from "./arguments";
import { joinInstance, loadStored } from "./instance";
import { openPackage, packageNamed } from "./open-package";
import { unpackedAround, type Unpacked } from "./unpacked";
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
  /** Fill-ins that came along with it. */
  readonly rows: readonly Values[];
  /** Its pictures, frames and fonts. */
  readonly loadPicture: (ref: string) => Promise<Uint8Array>;
  /** The path of a sound. */
  readonly soundFile: (hash: string) => Promise<string>;
  /** What is known of a file of its house style. */
  readonly fileOf: ToPack["fileOf"];
}

/** Files that lie in the store of the instance here. */
const inStore: Pick<LoadedDesign, "rows" | "loadPicture" | "soundFile" | "fileOf"> = {
  rows: [],
  loadPicture: loadStored,
  soundFile: async (hash) => {
    joinInstance();
    return localFile(hash);
  },
  fileOf: (hash, kind, name) => asking(() => storedFile(hash, kind, name)),
};

/** Files that lie beside a design's file, as unpacked from a package; what is not there is looked for in the store. */
function besideIt(beside: Unpacked): typeof inStore {
  const load = packageLoader(beside);
  return {
    rows: [],
    loadPicture: async (ref) => (beside.pathOf(parseFrameRef(ref)?.hash ?? ref) ? load(ref) : loadStored(ref)),
    soundFile: async (hash) => beside.pathOf(hash) ?? inStore.soundFile(hash),
    fileOf: async (hash, kind, name) => {
      const path = beside.pathOf(hash);
      const facts = beside.package.files.find((one) => one.hash === hash);
      return path !== undefined && facts ? { ...facts, path } : inStore.fileOf(hash, kind, name);
    },
  };
}

/** A design of a package: the one that is named, or the only one. */
async function inPackage(name: string, { file, design }: { file: string; design: string | undefined }) {
  const opened = await openPackage(file);
  const { designs, house, files } = opened.package;
  const ids = designs.map(({ document }) => document.id);
  if (design === undefined && designs.length !== 1) {
    throw new UsageError(
      `${name} holds ${designs.length} designs. Name one: ${ids.map((id) => `${file}#${id}`).join(", ")}`,
    );
  }
  const found = design === undefined ? designs[0]! : designs.find(({ document }) => document.id === design);
  if (!found) throw new UsageError(`${file} has no design “${design}”; it has ${ids.join(", ")}.`);
  const fileOf: ToPack["fileOf"] = async (hash) => {
    const facts = files.find((one) => one.hash === hash)!;
    return { ...facts, path: opened.pathOf(hash)! };
  };
  return {
    ...{ design: found.document, house, release: found.release ?? 0, accepted: [], rows: found.rows, fileOf },
    loadPicture: packageLoader(opened),
    soundFile: async (hash: string) => opened.pathOf(hash)!,
  };
}

function numbered(name: string, number: string | undefined): number | undefined {
  if (number === undefined) return undefined;
  if (!/^[1-9]\d{0,6}$/.test(number)) throw new UsageError(`“${name}”: after the @ comes the number of a release.`);
  return Number(number);
}

/** The design of a call: a published release by id, or a JSON file with its house style. */
export async function loadDesign(flags: Flags): Promise<LoadedDesign> {
  const name = needed(flags, "design");
  const packed = packageNamed(name);
  if (packed) {
    if (flags.house !== undefined)
      throw new UsageError(`${packed.file} brings its own house style. Leave --house out, or unpack it first.`);
    return inPackage(name, packed);
  }
  if (name.endsWith(".json")) {
    const parsed = parseDesign(readJson(name));
    if (!parsed.ok)
      throw new UsageError(parsed.faults.map((fault) => `${name}: ${fault.path}: ${fault.message}`).join("\n"));
    const beside = unpackedAround(fromCaller(name));
    const house = House.safeParse(
      flags.house === undefined && beside ? beside.package.house : readJson(needed(flags, "house")),
    );
    if (!house.success) throw new UsageError(wordsOf("house style", house.error));
    return {
      design: parsed.design,
      house: house.data,
      release: 0,
      accepted: [],
      ...(beside ? besideIt(beside) : inStore),
    };
  }
  const [id, number] = name.split("@");
  const release = await asking(() => findNumberedRelease(database(), id!, numbered(name, number)));
  if (!release) throw new UsageError(`There is no published design “${name}”.`);
  const { document: design, house, number: of, accepted } = release;
  return { design, house, release: of, accepted, ...inStore };
}

/** What fill-ins are for, and those that came along with it. */
type Filled = Pick<LoadedDesign, "design" | "house" | "rows">;

/**
 * The fill-ins of a call: one from JSON, or one for each row of a CSV; those that came along with the design, or its
 * samples, where none are named. Each with what is wrong with its values.
 */
export async function loadRows(flags: Flags, loaded: Filled): Promise<TableRow[]> {
  const { design, rows: along } = loaded;
  const lengthS = numberOf(flags, "length");
  const own = along.length > 0 ? along : [startingValues(design)];
  const rows: TableRow[] =
    flags.values === undefined ? own.map((values, i) => ({ number: i + 1, values })) : readValues(flags.values, loaded);
  return rows.map((row) => {
    if ("fault" in row) return row;
    const values = { ...row.values, lengthS: lengthS ?? row.values.lengthS };
    const fault = checkValues(design, values)[0];
    return fault ? { number: row.number, fault: fault.message } : { number: row.number, values };
  });
}

/** The fill-in of a call that paints one picture. */
export async function loadValues(flags: Flags, loaded: LoadedDesign): Promise<Values> {
  const [row] = await loadRows(flags, loaded);
  if (!row || "fault" in row) {
    const way = flags.values === undefined ? " Say what to fill in with --values FILE." : "";
    throw new UsageError(`${row?.fault ?? "There is no row to fill in."}${way}`);
  }
  return row.values;
}

function readValues(path: string, filled: Filled): TableRow[] {
  if (path.toLowerCase().endsWith(".csv")) return readTable(decodeText(readBytes(path), path), filled, path);
  const input = readJson(path);
  // Plain {"name": "…"} is what people write first; the full form has "fields" and "lengthS".
  const full = typeof input === "object" && input !== null && ("fields" in input || "lengthS" in input);
  const parsed = Values.safeParse(full ? input : { fields: input });
  if (parsed.success) return [{ number: 1, values: parsed.data }];
  throw new UsageError(wordsOf(path, parsed.error));
}
