import type { z } from "zod";
import type { NewSheetRequest, RowView, SheetAboutRequest, SheetCard, SheetView } from "@/contract/sheets";
import { pageSize } from "@/contract/answer";
import { sampleless } from "@/core/sheets/start";
import { addAudit } from "@/server/db/audit";
import { database, type Db } from "@/server/db/connection";
import { newId } from "@/server/db/ids";
import type { Member } from "@/server/db/members";
import { findRelease } from "@/server/db/releases";
import {
  addRows,
  addSheet,
  findSheet,
  listRows,
  listSheets,
  setAbout,
  touchSheet,
  type ListedSheet,
  type Sheet,
} from "@/server/db/sheets";
import { inTransaction } from "@/server/db/transaction";
import { readFillDesk } from "@/server/designs/shelf";
import { chosenOutputs, refuseFormats } from "@/server/exports/ask";
import { notFound, Refusal } from "@/server/refusal";
import { clipsOf } from "./clips";

/** The sheet of an id. Refuses one that is not there. */
export async function existingSheet(db: Db, id: string, lock = false): Promise<Sheet> {
  const sheet = await findSheet(db, id, lock);
  if (!sheet) throw notFound("sheet");
  return sheet;
}

/** Starts a sheet of a release, or a single clip with its one row. */
export async function startSheet(
  member: Member,
  { releaseId, name, single }: z.output<typeof NewSheetRequest>,
): Promise<{ id: string }> {
  const release = await findRelease(database(), releaseId);
  if (!release) throw notFound("release");
  const { formats } = release.document;
  const desk = await readFillDesk(releaseId);
  const outputs = desk.outputs.filter((output) => release.document.outputs?.includes(output.id) ?? true);
  const id = newId();
  await inTransaction(database(), async (trx) => {
    const first = outputs.slice(0, 1).map((output) => output.id);
    await addSheet(trx, { id, name, single, releaseId, formats, outputs: first, madeBy: member.id });
    if (single) await addRows(trx, id, member.id, [{ id: newId(), place: 1, cells: sampleless(release.document) }]);
    await addAudit(trx, { memberId: member.id, action: "sheet.create", subject: id, detail: { releaseId, single } });
  });
  return { id };
}

const toCard = (sheet: ListedSheet, member: Member): SheetCard => ({
  id: sheet.id,
  name: sheet.name,
  single: sheet.single,
  design: sheet.design,
  release: sheet.release,
  rows: sheet.rows,
  by: sheet.by,
  mine: sheet.madeBy === member.id,
  changedAt: sheet.changedAt.toISOString(),
});

/** Sheets and single clips of the house, those changed last first. */
export async function readSheets(member: Member, before: string | undefined) {
  const page = { before: before === undefined ? undefined : new Date(before), limit: pageSize + 1 };
  const found = await listSheets(database(), page);
  const sheets = found.slice(0, pageSize).map((sheet) => toCard(sheet, member));
  return { sheets, next: found.length > pageSize ? sheets.at(-1)!.changedAt : null };
}

/** Rows of a sheet as they are shown, all of them or some. */
export async function readRows(sheetId: string, ids?: readonly string[]): Promise<RowView[]> {
  const db = database();
  const sheet = await existingSheet(db, sheetId);
  const rows = await listRows(db, sheetId, ids);
  const clips = await clipsOf(db, sheet, rows);
  return rows.map((row) => ({
    id: row.id,
    cells: row.cells,
    state: row.state,
    stateBy: row.stateBy,
    stateAt: row.stateAt?.toISOString() ?? null,
    accepted: [...row.accepted],
    changedBy: row.changedBy,
    changedAt: row.changedAt.toISOString(),
    clips: clips.get(row.id) ?? [],
  }));
}

export async function readSheet(sheetId: string): Promise<SheetView> {
  const { id, name, single, formats, outputs, releaseId } = await existingSheet(database(), sheetId);
  const [desk, rows] = await Promise.all([readFillDesk(releaseId), readRows(sheetId)]);
  return { id, name, single, formats: [...formats], outputs: [...outputs], desk, rows };
}

/** Renames a sheet, chooses what it is made as, or puts it away. */
export async function describeSheet(
  member: Member,
  sheetId: string,
  about: z.output<typeof SheetAboutRequest>,
): Promise<null> {
  const db = database();
  const sheet = await existingSheet(db, sheetId);
  const release = await findRelease(db, sheet.releaseId);
  if (!release) throw notFound("release");
  if (about.formats) refuseFormats(release, about.formats);
  if (about.outputs) await chosenOutputs(release, about.outputs);
  const { name, formats, outputs, removed } = about;
  await inTransaction(db, async (trx) => {
    await setAbout(trx, sheetId, {
      ...(name !== undefined && { name }),
      ...(formats && { formats }),
      ...(outputs && { outputs }),
      ...(removed !== undefined && { removed }),
    });
    await touchSheet(trx, sheetId, { shape: true });
    if (removed) await addAudit(trx, { memberId: member.id, action: "sheet.remove", subject: sheetId });
  });
  return null;
}

/**
 * Puts a sheet's rows on another release of its design, newer or older. Their cells stay as they are, also those of fields
 * that it has not; formats and outputs that it has not are left out. Refuses a release of another design.
 */
export async function moveSheet(member: Member, sheetId: string, releaseId: string): Promise<null> {
  await inTransaction(database(), async (trx) => {
    const sheet = await existingSheet(trx, sheetId, true);
    const [before, after] = [await findRelease(trx, sheet.releaseId), await findRelease(trx, releaseId)];
    if (!before || !after) throw notFound("release");
    if (before.designId !== after.designId) {
      throw new Refusal(422, "another_design", "A sheet goes on with releases of its own design only.", "releaseId");
    }
    const { formats, outputs: allowed } = after.document;
    const kept = sheet.formats.filter((format) => formats.includes(format));
    const outputs = sheet.outputs.filter((output) => allowed?.includes(output) ?? true);
    await setAbout(trx, sheetId, {
      releaseId,
      formats: kept.length > 0 ? kept : formats,
      outputs: outputs.length > 0 ? outputs : (allowed ?? sheet.outputs).slice(0, 1),
    });
    const detail = { from: before.number, to: after.number };
    await addAudit(trx, { memberId: member.id, action: "sheet.move", subject: sheetId, detail });
    await touchSheet(trx, sheetId, { shape: true });
  });
  return null;
}
