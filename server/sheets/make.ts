import type { z } from "zod";
import type { Made, MakeRequest } from "@/contract/sheets";
import { openStops, type Finding } from "@/core/checks/findings";
import type { Values } from "@/core/document/values";
import { groupBy } from "@/core/group";
import type { MadeOutput } from "@/core/outputs/output";
import { rowFaults, rowValues } from "@/core/sheets/row";
import { database, type Db } from "@/server/db/connection";
import type { Member } from "@/server/db/members";
import { findRelease, type Release } from "@/server/db/releases";
import { listRowFindings } from "@/server/db/row-findings";
import { listOutputs } from "@/server/db/outputs";
import { readRules } from "@/server/db/rules";
import { listRowExports, listRows, touchSheet, type Row, type RowExport, type Sheet } from "@/server/db/sheets";
import {
  askForClips,
  chosenOutputs,
  newRequest,
  refuseFaulty,
  refuseWithoutFootage,
  type AskedClip,
} from "@/server/exports/ask";
import { notFound, Refusal } from "@/server/refusal";
import { lookAt } from "./clips";
import { printOf, releaseOf } from "./prints";
import { existingSheet } from "./sheets";

type Only = z.output<typeof MakeRequest>["only"];

/**
 * Asks for the clips of rows, all of them or only those that are missing or out of date, in the formats and outputs of
 * their sheet. A file that is there is replaced, under its name, when the new one is made. Rows that something stops are
 * left out, and said.
 */
export async function makeRows(
  member: Member,
  sheetId: string,
  { rows: ids, only }: z.output<typeof MakeRequest>,
): Promise<Made> {
  const db = database();
  const sheet = await existingSheet(db, sheetId);
  const rows = await listRows(db, sheetId, ids);
  const mustBeApproved = (await readRules(db)).approvedByOther;
  const left: Made["left"][number][] = [];
  const request = newRequest(sheet.name);
  const skipped: string[] = [];
  const oldNames: Made["oldNames"] = [];
  let clips = 0;
  for (const [releaseId, own] of groupBy(rows, (row) => releaseOf(sheet, row))) {
    const release = await findRelease(db, releaseId);
    if (!release) throw notFound("release");
    const batch = await batchOf(db, sheet, release, own);
    const asked: AskedClip[] = [];
    for (const row of own) {
      const values = rowValues(release.document, row.cells);
      const waits = mustBeApproved && row.state !== "approved";
      const stop = waits ? "somebody else has to approve it first." : await stopOf(batch, row, values);
      if (stop !== undefined) left.push({ row: row.id, reason: stop });
      else asked.push(...clipsToMake(batch, row, values, only));
    }
    if (asked.length === 0) continue;
    const answer = await askForClips(member, release, asked, request);
    clips += answer.ids.length;
    skipped.push(...answer.skipped);
    oldNames.push(...answer.oldNames);
  }
  await touchSheet(db, sheetId, { rows: rows.map(({ id }) => id) });
  return { clips, left, skipped, oldNames };
}

/** Rows of one release with all that is known of them. */
interface Batch {
  readonly release: Release;
  readonly outputs: readonly MadeOutput[];
  readonly formats: readonly string[];
  readonly exports: ReadonlyMap<string, readonly RowExport[]>;
  readonly findings: ReadonlyMap<string, readonly Finding[]>;
}

async function batchOf(db: Db, sheet: Sheet, release: Release, rows: readonly Row[]): Promise<Batch> {
  const { document: design } = release;
  const formats = sheet.formats.filter((format) => design.formats.includes(format));
  const allowed = sheet.outputs.filter((output) => design.outputs?.includes(output) ?? true);
  // One that has been taken away meanwhile is not made any more.
  const known = new Set((await listOutputs(db)).map(({ id }) => id));
  const outputs = await chosenOutputs(
    release,
    allowed.filter((id) => known.has(id)),
  );
  const exports = await listRowExports(
    db,
    rows.map(({ id }) => id),
  );
  const prints = rows.map(({ cells }) => printOf(design, rowValues(design, cells)));
  const findings = await listRowFindings(db, release.id, prints);
  return { release, outputs, formats, exports: groupBy(exports, ({ rowId }) => rowId), findings };
}

function clipsToMake({ release, outputs, formats, exports }: Batch, row: Row, values: Values, only: Only) {
  const looked = lookAt(release, outputs, row, exports.get(row.id) ?? []);
  const known = new Map(looked.map((one) => [`${one.clip.format} ${one.clip.outputId}`, one]));
  const print = printOf(release.document, values);
  const asked: AskedClip[] = [];
  for (const format of formats) {
    for (const output of outputs) {
      const one = known.get(`${format} ${output.id}`);
      if (one?.state === "making" && one.by.length === 0) continue;
      if (only === "outdated" && one?.state === "current") continue;
      const { id, fileName } = one?.clip ?? {};
      const replaces = id !== undefined && fileName !== undefined ? { id, fileName } : undefined;
      const common = {
        values,
        accepted: row.accepted,
        format,
        output,
        row: { id: row.id, print, number: row.place + 1 },
      };
      asked.push(replaces ? { ...common, replaces } : common);
    }
  }
  return asked;
}

/** What keeps a row from being made: its cells, files that are not here, or what the checks have found about it. */
async function stopOf(batch: Batch, row: Row, values: Values): Promise<string | undefined> {
  const { release, formats, findings } = batch;
  const fault = rowFaults(release.document, row.cells)[0];
  if (fault) return fault.message;
  try {
    await refuseFaulty(release, values);
    refuseWithoutFootage(values, batch.outputs);
  } catch (error) {
    if (error instanceof Refusal) return error.message;
    throw error;
  }
  const found = findings.get(printOf(release.document, values)) ?? [];
  const shown = found.filter((one) => one.formats.some((format) => formats.includes(format)));
  return openStops(shown, [...release.accepted, ...row.accepted])[0]?.message;
}
