import { createHash } from "node:crypto";
import type { z } from "zod";
import { mostRows, type Made, type MakeRequest, type RowClip } from "@/contract/sheets";
import { groupBy } from "@/core/group";
import type { Design } from "@/core/document/design";
import type { Values } from "@/core/document/values";
import type { Output } from "@/core/outputs/output";
import { outdatedBy } from "@/core/sheets/current";
import { differing, rowFaults, rowPrint, rowValues } from "@/core/sheets/row";
import { database, type Db } from "@/server/db/connection";
import { listFills } from "@/server/db/exports";
import type { Member } from "@/server/db/members";
import { listOutputs } from "@/server/db/outputs";
import { findRelease, type Release } from "@/server/db/releases";
import {
  findSheet,
  listRowExports,
  listRows,
  touchSheet,
  type Row,
  type RowExport,
  type Sheet,
} from "@/server/db/sheets";
import { askForClips, chosenOutputs, refuseFaulty, type AskedClip } from "@/server/exports/ask";
import { notFound, Refusal } from "@/server/refusal";

const printOf = (design: Design, values: Values): string =>
  createHash("sha256").update(rowPrint(design, values)).digest("hex");

interface Looked {
  readonly clip: RowExport;
  readonly state: RowClip["state"];
  readonly by: ReturnType<typeof outdatedBy>;
}

/** The newest clip of a row in each format and output, with how it stands to what the row says now. */
function lookAt(release: Release, outputs: readonly Output[], row: Row, clips: readonly RowExport[]): Looked[] {
  const print = printOf(release.document, rowValues(release.document, row.cells));
  const newest = new Map<string, Looked>();
  for (const clip of clips) {
    const output = outputs.find(({ id }) => id === clip.outputId);
    const now = { print, release: release.id, settings: output ? JSON.stringify(output) : "" };
    const by = outdatedBy({ print: clip.print, release: clip.releaseId, settings: clip.settings }, now);
    const state = clip.state === "done" ? (by.length > 0 ? "out of date" : "current") : clip.state;
    const key = `${clip.format} ${clip.outputId}`;
    if (state === "asked") newest.set(key, { clip, by, state: "making" });
    // What could not be made says less than a file that is there.
    else if (state === "failed" || state === "cancelled") {
      if (!newest.has(key)) newest.set(key, { clip, by, state: "failed" });
    } else newest.set(key, { clip, by, state: state as RowClip["state"] });
  }
  return [...newest.values()];
}

const words = { release: "another release", output: "other settings of the output" } as const;

/** The clips of rows, those out of date with what has changed since. */
export async function clipsOf(db: Db, sheet: Sheet, rows: readonly Row[]): Promise<Map<string, RowClip[]>> {
  const [release, outputs, exports] = await Promise.all([
    findRelease(db, sheet.releaseId),
    listOutputs(db),
    listRowExports(
      db,
      rows.map(({ id }) => id),
    ),
  ]);
  if (!release) throw notFound("release");
  const byRow = groupBy(exports, ({ rowId }) => rowId);
  const looked = rows.map((row) => [row, lookAt(release, outputs, row, byRow.get(row.id) ?? [])] as const);
  const changed = looked.flatMap(([, clips]) =>
    clips.filter(({ by }) => by.includes("values")).map(({ clip }) => clip.id),
  );
  const fills = await listFills(db, changed);
  return new Map(
    looked.map(([row, clips]) => {
      const now = rowValues(release.document, row.cells);
      const views = clips.map(({ clip, state, by }): RowClip => {
        const before = fills.get(clip.id);
        const reasons = by.flatMap((one) =>
          one === "values" ? (before ? differing(release.document, before, now) : []) : [words[one]],
        );
        return { exportId: clip.id, format: clip.format, output: clip.outputId, state, reasons };
      });
      return [row.id, views];
    }),
  );
}

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
  const sheet = await findSheet(db, sheetId);
  const release = sheet && (await findRelease(db, sheet.releaseId));
  if (!sheet || !release) throw notFound("sheet");
  const outputs = await chosenOutputs(release, sheet.outputs);
  const formats = sheet.formats.filter((format) => release.document.formats.includes(format));
  const rows = await listRows(db, sheetId, ids);
  const exports = groupBy(await listRowExports(db, ids.slice(0, mostRows)), ({ rowId }) => rowId);
  const left: Made["left"][number][] = [];
  const asked: AskedClip[] = [];
  for (const row of rows) {
    const fault = rowFaults(release.document, row.cells)[0];
    const values = rowValues(release.document, row.cells);
    const stop = fault ? fault.message : await refused(release, values);
    if (stop !== undefined) {
      left.push({ row: row.id, reason: stop });
      continue;
    }
    const known = new Map(
      lookAt(release, outputs, row, exports.get(row.id) ?? []).map((one) => [
        `${one.clip.format} ${one.clip.outputId}`,
        one,
      ]),
    );
    const print = printOf(release.document, values);
    for (const format of formats) {
      for (const output of outputs) {
        const one = known.get(`${format} ${output.id}`);
        if (one?.state === "making" && one.by.length === 0) continue;
        if (only === "outdated" && one?.state === "current") continue;
        const { id, fileName } = one?.clip ?? {};
        asked.push({
          values,
          accepted: row.accepted,
          format,
          output,
          row: { id: row.id, print },
          ...(id !== undefined && fileName !== undefined && { replaces: { id, fileName } }),
        });
      }
    }
  }
  if (asked.length > 0) await askForClips(member, release, asked);
  await touchSheet(db, sheetId, { rows: rows.map(({ id }) => id) });
  return { clips: asked.length, left };
}

/** Why values are refused, beyond what stands in their cells. */
async function refused(release: Release, values: Values): Promise<string | undefined> {
  try {
    await refuseFaulty(release, values);
    return undefined;
  } catch (error) {
    if (error instanceof Refusal) return error.message;
    throw error;
  }
}
