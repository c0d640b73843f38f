import { join } from "node:path";
import { PackRequest } from "@/contract/packages";
import type { House } from "@/core/document/house";
import type { PackagedDesign } from "@/core/document/package";
import { slug } from "@/core/naming/slug";
import { rowValues } from "@/core/sheets/row";
import { writePackage } from "@/render/package/write";
import type { Db } from "@/server/db/connection";
import { findDraft } from "@/server/db/designs";
import { findHouse } from "@/server/db/house";
import { findNewestRelease, findRelease } from "@/server/db/releases";
import { listMoves } from "@/server/db/saved-moves";
import { findSheet, listRows } from "@/server/db/sheets";
import { loadRaster } from "@/server/files/rasters";
import { storeFile } from "@/server/files/storage";
import { storedFile } from "@/server/packages/files";
import { notFound, Refusal } from "@/server/refusal";
import { keepForADay } from "../passing";
import { defineJob } from "./define";

/** Packs designs, with what they show of the house style, to be handed over. */
export const job = defineJob({
  payload: PackRequest,
  run: async (context, request) => {
    const { db, folder, signal, progress } = context;
    progress.stage = "packing";
    const here = await findHouse(db);
    if (!here) throw notFound("house style");
    const { designs, house } = await designsOf(db, request, here);
    const moves = (await listMoves(db)).map(({ id, document }) => ({ id, document }));
    const name = designs.length === 1 ? designs[0]!.document.name : house.name;
    const path = join(folder, "package.zip");
    await writePackage(path, {
      ...{ name, notes: request.notes, house, designs, moves, whole: request.whole, signal },
      fileOf: storedFile,
      loadPicture: loadRaster,
      onPoster: (done, total) => Object.assign(progress, { done, total }),
    });
    const stored = await storeFile(path);
    await keepForADay(context, "pack", stored.hash);
    return { ...stored, mime: "application/zip", fileName: `${slug(name, 120) || "designs"}.package.zip` };
  },
  failing: (error) => (error instanceof Refusal ? { message: error.message, final: true } : undefined),
});

/** Designs as they are asked for, and the house style that they are all to be shown with. */
async function designsOf(
  db: Db,
  { designs: ids, from, sheet }: PackRequest,
  here: House,
): Promise<{ designs: PackagedDesign[]; house: House }> {
  const designs: PackagedDesign[] = [];
  const houses: House[] = [];
  for (const id of ids) {
    const release = from === "release" ? await findNewestRelease(db, id) : undefined;
    const document = release?.document ?? (await findDraft(db, id))?.document;
    if (!document) throw new Refusal(422, "gone", `The design “${id}” is not here any more.`);
    const rows = sheet === undefined ? [] : await rowsFor(db, sheet, document);
    designs.push({ document, rows, ...(release ? { release: release.number } : {}) });
    houses.push(release?.house ?? here);
  }
  // Releases of several times are packed with the house style of today, unless they all have the same.
  const same = new Set(houses.map((house) => JSON.stringify(house))).size === 1;
  return { designs, house: same && houses[0] ? houses[0] : here };
}

const mostRows = 1000;

async function rowsFor(db: Db, sheetId: string, design: PackagedDesign["document"]): Promise<PackagedDesign["rows"]> {
  const sheet = await findSheet(db, sheetId);
  if (!sheet) throw new Refusal(422, "gone", "The sheet is not here any more.");
  const release = await findRelease(db, sheet.releaseId);
  if (release?.designId !== design.id) return [];
  const rows = await listRows(db, sheetId);
  return rows.slice(0, mostRows).map(({ cells }) => rowValues(design, cells));
}
