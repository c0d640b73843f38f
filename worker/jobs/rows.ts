import { z } from "zod";
import { findingsOf } from "@/core/checks/findings";
import { rowValues } from "@/core/sheets/row";
import { rowChecker } from "@/render/checks";
import { urgentWait } from "@/server/db/jobs";
import { findRelease } from "@/server/db/releases";
import { keepRowFindings, listRowFindings } from "@/server/db/row-findings";
import { findSheet, listRows, touchSheet } from "@/server/db/sheets";
import { loadRaster } from "@/server/files/rasters";
import { log } from "@/server/log";
import { printOf, releaseOf } from "@/server/sheets/prints";
import { defineJob, GiveWay } from "./define";

export class MissedRows extends Error {
  constructor(readonly count: number) {
    super(`${count} rows missed`);
  }
}

/** Rows that are looked at before it is told of them. */
const toldTogether = 20;

/**
 * Looks for all that can be found about rows of a sheet, in every format: of all of them, or of those that are ready. What
 * was found is kept, so it may give way at any row to what others wait for.
 */
export const job = defineJob({
  payload: z.object({
    ...{ sheetId: z.string(), all: z.boolean() },
    /** Rows that were looked at before it gave way. */
    before: z.number().default(0),
  }),
  run: async ({ db, progress, signal }, { sheetId, all, before }) => {
    const sheet = await findSheet(db, sheetId);
    if (!sheet) return null;
    const rows = (await listRows(db, sheetId)).filter(({ state }) => all || state !== "draft");
    const releaseIds = new Set(rows.map((row) => releaseOf(sheet, row)));
    Object.assign(progress, { stage: "checking", done: before, total: before });
    let missed = 0;
    for (const releaseId of releaseIds) {
      const release = await findRelease(db, releaseId);
      if (!release) continue;
      const { document: design, house } = release;
      const looked = rowChecker({ design, house }, loadRaster);
      const own = rows.filter((row) => releaseOf(sheet, row) === releaseId);
      const byPrint = new Map(own.map((row) => [printOf(design, rowValues(design, row.cells)), row]));
      const known = await listRowFindings(db, releaseId, [...byPrint.keys()]);
      const open = [...byPrint].filter(([print]) => !known.has(print));
      progress.total += open.length;
      let untold: string[] = [];
      const tell = async () => {
        if (untold.length > 0) await touchSheet(db, sheetId, { rows: untold });
        untold = [];
      };
      for (const [print, row] of open) {
        signal.throwIfAborted();
        try {
          const found = await looked(rowValues(design, row.cells), design.formats);
          await keepRowFindings(db, releaseId, print, findingsOf(design, found));
          untold.push(row.id);
        } catch (error) {
          signal.throwIfAborted();
          // A picture that is gone from the store keeps no other row from being looked at.
          log.warn({ err: error, row: row.id }, "a row could not be looked at");
          missed++;
        }
        progress.done++;
        if (untold.length < toldTogether) continue;
        await tell();
        if (await urgentWait(db)) throw new GiveWay({ sheetId, all, before: progress.done });
      }
      await tell();
    }
    if (missed > 0) throw new MissedRows(missed);
    return null;
  },
  failing: (error) =>
    error instanceof MissedRows
      ? {
          message: `${error.count === 1 ? "One row" : `${error.count} rows`} could not be reviewed; the others were.`,
          final: true,
        }
      : undefined,
});
