import { mkdir, readdir, readFile, rename, rm, stat, writeFile } from "node:fs/promises";
import { basename, dirname, join } from "node:path";
import { findingsOf } from "@/core/checks/findings";
import { startingValues, textOf, valueOf } from "@/core/document/values";
import { stillOf } from "@/core/package/drawn";
import { writeCsv } from "@/core/table/csv";
import { foundIn } from "@/render/checks";
import { packageLoader } from "@/render/package/load";
import { PackageError, type ReadPackage } from "@/render/package/read";
import { writePackage, type ToPack } from "@/render/package/write";
import { database } from "@/server/db/connection";
import { findHouse } from "@/server/db/house";
import { listMoves } from "@/server/db/saved-moves";
import { readLayers, readPanels } from "@/server/files/parse/read-layers";
import { storedFile } from "@/server/packages/files";
import { Refusal } from "@/server/refusal";
import { fileWords, fromCaller, needed, UsageError, type Flags } from "./arguments";
import { joinInstance, loadStored } from "./instance";
import { asking, loadDesign, loadRows } from "./load";
import { openPackage } from "./open-package";

/** Packs designs with what they show into one zip. */
export async function pack(flags: Flags): Promise<boolean> {
  const out = needed(flags, "out");
  if (flags.drawing !== undefined) return packDrawing(flags, flags.drawing);
  const whole = flags.whole === true;
  if (!whole && flags.design === undefined) throw new UsageError("--design is missing; or say --whole.");
  const names = flags.design === undefined ? [] : flags.design.split(",").map((name) => name.trim());
  const loaded = await Promise.all(names.map((design) => loadDesign({ ...flags, design })));
  const houses = new Set(loaded.map(({ house }) => JSON.stringify(house)));
  if (houses.size > 1) {
    throw new UsageError("These designs were published with different house styles. Pack them one by one.");
  }
  const first = loaded[0];
  const house = first?.house ?? (await asking(() => findHouse(database())));
  if (!house) throw new UsageError("There is no house style here yet.");
  const designs: ToPack["designs"] = await Promise.all(
    loaded.map(async ({ design, release, house, rows: along }) => {
      if (flags.values === undefined) return { document: design, ...numbered(release), rows: [...along] };
      const rows = await loadRows(flags, { design, house, rows: [] });
      for (const row of rows) if ("fault" in row) throw new UsageError(`row ${row.number}: ${row.fault}`);
      return {
        document: design,
        ...numbered(release),
        rows: rows.flatMap((row) => ("values" in row ? [row.values] : [])),
      };
    }),
  );
  const moves = joinInstance() ? await asking(() => listMoves(database())).catch(() => []) : [];
  const target = fromCaller(out);
  await writeWhole(target, {
    name: designs.length === 1 ? designs[0]!.document.name : house.name,
    ...{ house, designs, whole },
    moves: moves.map(({ id, document }) => ({ id, document })),
    fileOf: first?.fileOf ?? storedFile,
    loadPicture: first?.loadPicture ?? loadStored,
  });
  console.log(flags.json ? JSON.stringify({ file: target }) : target);
  return true;
}

/** The number of a release; none for a design that was never published. */
const numbered = (release: number) => (release > 0 ? { release } : {});

/** Packs a layered SVG, or a folder of SVG panels in the order of their names, as a still whose layers have their names. */
async function packDrawing(flags: Flags, drawing: string): Promise<boolean> {
  const path = fromCaller(drawing);
  const out = fromCaller(needed(flags, "out"));
  const name = basename(drawing).replace(/\.svg$/i, "");
  const read = (file: string) => readFile(file, "utf8");
  try {
    const isFolder = (await stat(path)).isDirectory();
    const names = isFolder ? (await readdir(path)).filter((file) => /\.svg$/i.test(file)).sort() : [];
    if (isFolder && names.length === 0) throw new UsageError(`There are no SVG files in ${drawing}.`);
    const panels = await Promise.all(
      names.map(async (file) => ({ name: file.replace(/\.svg$/i, ""), text: await read(join(path, file)) })),
    );
    const drawn = isFolder ? readPanels(panels, name) : readLayers(await read(path), name);
    const { design, house } = stillOf(drawn);
    const none = { moves: [], fileOf: storedFile, loadPicture: loadStored };
    await writeWhole(out, { name: design.name, house, designs: [{ document: design, rows: [] }], ...none });
  } catch (error) {
    if (error instanceof Refusal) throw new UsageError(`${drawing}: ${error.message}`);
    const { code, path: at } = error as NodeJS.ErrnoException;
    throw code !== undefined && at !== undefined
      ? new UsageError(fileWords(error as NodeJS.ErrnoException, drawing))
      : error;
  }
  console.log(flags.json ? JSON.stringify({ file: out }) : out);
  return true;
}

/** Writes a package whole, or not at all. */
async function writeWhole(target: string, what: ToPack): Promise<void> {
  const near = join(dirname(target), `.${basename(target)}.${process.pid}.part`);
  try {
    await writePackage(near, what).catch((error: NodeJS.ErrnoException) => {
      if (error.code === undefined || error.path === undefined) throw error;
      throw new UsageError(fileWords(error, error.path === near ? target : error.path));
    });
    await rename(near, target);
  } finally {
    await rm(near, { force: true });
  }
}

/** Writes what is in a package into a folder that is not there yet: whole, or not at all. */
export async function unpack(flags: Flags, [file]: readonly string[]): Promise<boolean> {
  if (file === undefined) throw new UsageError("Say which: rubrick unpack FILE.zip --out FOLDER");
  const out = fromCaller(needed(flags, "out"));
  if (await stat(out).catch(() => undefined)) {
    throw new UsageError(`${flags.out} is there already. Name a folder that is not.`);
  }
  const near = `${out}.${process.pid}.part`;
  try {
    await mkdir(near, { recursive: true }).catch((error: NodeJS.ErrnoException) => {
      throw new UsageError(fileWords(error, flags.out!));
    });
    const { package: read } = await openPackage(file, near);
    await writeFile(join(near, "house.json"), `${JSON.stringify(read.house, null, 2)}\n`);
    await mkdir(join(near, "designs"));
    for (const { document, rows } of read.designs) {
      await writeFile(join(near, "designs", `${document.id}.json`), `${JSON.stringify(document, null, 2)}\n`);
      if (rows.length === 0) continue;
      const heading = [...document.fields.map(({ label }) => label), "length"];
      const lines = rows.map((row) => [
        ...document.fields.map((field) => textOf(field, valueOf(field, row, false))),
        String(row.lengthS ?? ""),
      ]);
      await writeFile(join(near, "designs", `${document.id}.csv`), writeCsv({ heading, rows: lines }));
    }
    await rename(near, out);
  } finally {
    await rm(near, { recursive: true, force: true });
  }
  console.log(flags.json ? JSON.stringify({ folder: out }) : out);
  return true;
}

/** Tells what a package holds and what the checks find about its designs; false when it can't be taken. */
export async function checkPackage(flags: Flags, file: string): Promise<boolean> {
  const say = (told: object, words: string) => console.log(flags.json ? JSON.stringify(told) : words);
  let opened: ReadPackage;
  try {
    opened = await openPackage(file);
  } catch (error) {
    if (!(error instanceof PackageError)) throw error;
    say({ taken: false, message: error.message }, `This package can’t be imported. ${error.message}`);
    return false;
  }
  const { package: read } = opened;
  const load = packageLoader(opened);
  for (const { document, rows, release } of read.designs) {
    const request = { design: document, values: startingValues(document), house: read.house };
    const findings = findingsOf(document, await foundIn(request, document.formats, load, "design"));
    const about = `${document.name}: ${document.formats.join(", ")}; ${release ? `release ${release}` : "a draft"}${rows.length > 0 ? `; ${rows.length} rows` : ""}`;
    say({ design: document.id, name: document.name, release, formats: document.formats, rows: rows.length }, about);
    for (const { id, severity, message } of findings) {
      say({ design: document.id, finding: id, severity, message }, `  ${severity}: ${message} (${id})`);
    }
  }
  for (const { family, licence } of read.house.fonts) {
    const words = licence || "nothing is written down about its licence";
    say({ font: family, licence: licence ?? null }, `Font ${family}: ${words}`);
  }
  say({ taken: true, designs: read.designs.length }, "This package can be imported.");
  return true;
}
