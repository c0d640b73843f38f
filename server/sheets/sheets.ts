import type { z } from "zod";
import type {
  MoveOnRequest,
  NewSheetRequest,
  RowView,
  SheetAboutRequest,
  SheetCard,
  SheetListQuery,
  SheetUses,
  SheetView,
} from "@/contract/sheets";
import { groupBy } from "@/core/group";
import { pageSize } from "@/contract/answer";
import { rowValues, type Cells } from "@/core/sheets/row";
import { titleOf } from "@/core/sheets/title";
import { sampleless } from "@/core/sheets/start";
import { refuseOthers } from "@/server/auth/principal";
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
  countStates,
  listOnlyCells,
  listSheets,
  setAbout,
  setRowReleases,
  touchSheet,
  type Row,
  type Sheet,
} from "@/server/db/sheets";
import { inTransaction } from "@/server/db/transaction";
import { readFillDesk } from "@/server/designs/shelf";
import { chosenOutputs, refuseFormats } from "@/server/exports/ask";
import { notFound, Refusal } from "@/server/refusal";
import { releaseOf } from "./prints";
import { viewRows } from "./rows";

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

/** Sheets, or single clips, of the house or one's own, those changed last first. */
export async function readSheets(member: Member, { before, kind, mine, design }: z.output<typeof SheetListQuery>) {
  const db = database();
  const single = kind === "clips";
  const common = { before: before === undefined ? undefined : new Date(before), limit: pageSize + 1, designId: design };
  const found = await listSheets(db, { ...common, single, ...(mine === "yes" && { madeBy: member.id }) });
  const page = found.slice(0, pageSize);
  const ids = page.map(({ id }) => id);
  const [states, cells] = [
    await countStates(db, ids),
    single ? await listOnlyCells(db, ids) : new Map<string, Cells>(),
  ];
  const sheets: SheetCard[] = [];
  for (const sheet of page) {
    const own = cells.get(sheet.id);
    const release = own && (await findRelease(db, sheet.releaseId));
    const title = own && release ? titleOf(release.document, rowValues(release.document, own)) : "";
    const { id, name, design: designName, releaseId, release: number, rows, by, madeBy, changedAt } = sheet;
    sheets.push({
      id,
      name,
      single,
      title,
      design: designName,
      releaseId,
      release: number,
      states: states.get(id) ?? {},
      rows,
      by,
      mine: madeBy === member.id,
      changedAt: changedAt.toISOString(),
    });
  }
  return { sheets, next: found.length > pageSize ? sheets.at(-1)!.changedAt : null };
}

const mostUses = 200;

/** The sheets and single clips that are filled in from releases of a design, those changed last first. */
export async function readSheetUses(designId: string): Promise<SheetUses> {
  const found = await listSheets(database(), { before: undefined, limit: mostUses + 1, designId });
  const uses = found
    .slice(0, mostUses)
    .map(({ id, name, single, release, rows }) => ({ id, name, single, release, rows }));
  return { uses, more: found.length > mostUses };
}

/** Rows of a sheet as they are shown, all of them or some. */
export async function readRows(sheetId: string, ids?: readonly string[]): Promise<RowView[]> {
  const db = database();
  const sheet = await existingSheet(db, sheetId);
  return viewRows(db, sheet, await listRows(db, sheetId, ids));
}

export async function readSheet(sheetId: string): Promise<SheetView> {
  const { id, name, single, formats, outputs, releaseId } = await existingSheet(database(), sheetId);
  const [desk, rows] = await Promise.all([readFillDesk(releaseId), readRows(sheetId)]);
  const stayed = [...new Set(rows.flatMap(({ release }) => (release === null ? [] : [release])))];
  const others = await Promise.all(stayed.map(readFillDesk));
  return { id, name, single, formats: [...formats], outputs: [...outputs], desk, others, rows };
}

/** Renames a sheet, chooses what it is made as, or puts it away. */
export async function describeSheet(
  member: Member,
  sheetId: string,
  about: z.output<typeof SheetAboutRequest>,
): Promise<null> {
  const db = database();
  const sheet = await findSheet(db, sheetId, false, about.removed === false);
  if (!sheet) throw notFound("sheet");
  if (about.removed !== undefined) refuseOthers(member, sheet.madeBy, "this sheet");
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
    if (removed !== undefined) {
      const action = removed ? "sheet.remove" : "sheet.restore";
      await addAudit(trx, { memberId: member.id, action, subject: sheetId });
    }
  });
  return null;
}

/**
 * Puts a sheet on another release of its design, newer or older, with all of its rows or some; the others stay on the one
 * they are on. Cells stay as they are, also those of fields that it has not; formats and outputs that it has not are left
 * out. Refuses a release of another design.
 */
export async function moveSheet(
  member: Member,
  sheetId: string,
  { releaseId, rows: wanted }: z.output<typeof MoveOnRequest>,
): Promise<null> {
  await inTransaction(database(), async (trx) => {
    const sheet = await existingSheet(trx, sheetId, true);
    const [before, after] = [await findRelease(trx, sheet.releaseId), await findRelease(trx, releaseId)];
    if (!before || !after) throw notFound("release");
    if (before.designId !== after.designId) {
      throw new Refusal(422, "another_design", "A sheet can only move to releases of its own design.", "releaseId");
    }
    const moving = wanted && new Set(wanted);
    const rows = await listRows(trx, sheetId);
    const next = (row: Row) => (!moving || moving.has(row.id) ? releaseId : releaseOf(sheet, row));
    const byRelease = groupBy(rows, (row) => (next(row) === releaseId ? null : next(row)));
    await setRowReleases(
      trx,
      sheetId,
      new Map([...byRelease].map(([release, own]) => [release, own.map(({ id }) => id)])),
    );
    const { formats, outputs: allowed } = after.document;
    const kept = sheet.formats.filter((format) => formats.includes(format));
    const outputs = sheet.outputs.filter((output) => allowed?.includes(output) ?? true);
    await setAbout(trx, sheetId, {
      releaseId,
      formats: kept.length > 0 ? kept : formats,
      outputs: outputs.length > 0 ? outputs : (allowed ?? sheet.outputs).slice(0, 1),
    });
    const detail = { from: before.number, to: after.number, ...(wanted && { rows: wanted.length }) };
    await addAudit(trx, { memberId: member.id, action: "sheet.move", subject: sheetId, detail });
    await touchSheet(trx, sheetId, { shape: true });
  });
  return null;
}
