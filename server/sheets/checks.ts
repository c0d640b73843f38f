import { createHash } from "node:crypto";
import type { z } from "zod";
import type { AcceptRequest } from "@/contract/sheets";
import { groupBy } from "@/core/group";
import { rowValues } from "@/core/sheets/row";
import { addAudit } from "@/server/db/audit";
import { database, type Db } from "@/server/db/connection";
import { askOnce, urgent } from "@/server/db/jobs";
import type { Member } from "@/server/db/members";
import { findRelease } from "@/server/db/releases";
import { listRowFindings } from "@/server/db/row-findings";
import { listRows, setAccepted, touchSheet, type Row, type Sheet } from "@/server/db/sheets";
import { inTransaction } from "@/server/db/transaction";
import { printOf, releaseOf } from "./prints";
import { existingSheet } from "./sheets";

/** What looking at a row in all formats costs a worker, about. */
const secondsPerRow = 0.05;

/** Prints of rows that nobody has looked at, by their release. */
async function unseenPrints(db: Db, sheet: Sheet, rows: readonly Row[]): Promise<string[]> {
  const unseen: string[] = [];
  for (const [releaseId, own] of groupBy(rows, (row) => releaseOf(sheet, row))) {
    const release = await findRelease(db, releaseId);
    if (!release) continue;
    const { document: design } = release;
    const prints = [...new Set(own.map(({ cells }) => printOf(design, rowValues(design, cells))))];
    const known = await listRowFindings(db, releaseId, prints);
    unseen.push(...prints.filter((print) => !known.has(print)).map((print) => `${releaseId} ${print}`));
  }
  return unseen;
}

/**
 * Has a worker look at a sheet's rows in every format: at all, or at those that are ready. Answers the job, or null where
 * all that they say has been looked at before.
 */
export async function askRowChecks(member: Member, sheetId: string, all: boolean): Promise<{ job: string | null }> {
  const db = database();
  const sheet = await existingSheet(db, sheetId);
  const rows = (await listRows(db, sheetId)).filter(({ state }) => all || state !== "draft");
  const unseen = await unseenPrints(db, sheet, rows);
  if (unseen.length === 0) return { job: null };
  const digest = createHash("sha256").update(unseen.sort().join()).digest("hex").slice(0, 24);
  const subject = `${sheetId} ${all ? "all" : "ready"} ${digest}`;
  const costS = unseen.length * secondsPerRow;
  const job = await askOnce(db, member.id, {
    kind: "rows",
    payload: { sheetId, all },
    costS,
    priority: urgent,
    subject,
  });
  return { job: job.id };
}

/** Lets something that was found in rows go out, with the reason; without one no longer. */
export async function acceptFinding(
  member: Member,
  sheetId: string,
  { rows: ids, check, reason }: z.output<typeof AcceptRequest>,
): Promise<null> {
  await inTransaction(database(), async (trx) => {
    await existingSheet(trx, sheetId, true);
    for (const { id, accepted } of await listRows(trx, sheetId, ids)) {
      const others = accepted.filter((one) => one.check !== check);
      await setAccepted(trx, id, reason === null ? others : [...others, { check, reason }]);
    }
    const detail = { check, reason, rows: ids.slice(0, 50) };
    await addAudit(trx, { memberId: member.id, action: "row.accept", subject: sheetId, detail });
    await touchSheet(trx, sheetId, { rows: ids });
  });
  return null;
}
