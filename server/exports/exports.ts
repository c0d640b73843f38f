import type { z } from "zod";
import type { ExportView, NewExportRequest, Outbox, OutboxQuery } from "@/contract/exports";
import { pageSize } from "@/contract/answer";
import type { Values } from "@/core/document/values";
import type { Output } from "@/core/outputs/output";
import { rowValues } from "@/core/sheets/row";
import { titleOf } from "@/core/sheets/title";
import { addAudit } from "@/server/db/audit";
import { database } from "@/server/db/connection";
import { askAgain, endExport } from "@/server/db/export-ends";
import { findExport, listAskedIds, listExports, listExportsNamed, type Export } from "@/server/db/exports";
import { addJobs, cancelJob } from "@/server/db/jobs";
import type { Member } from "@/server/db/members";
import { findNewestNumber, findRelease, type Release } from "@/server/db/releases";
import { readRules } from "@/server/db/rules";
import { findRow } from "@/server/db/sheets";
import { inTransaction } from "@/server/db/transaction";
import { notFound, Refusal } from "@/server/refusal";
import { printOf } from "@/server/sheets/prints";
import {
  askForClips,
  chosenOutputs,
  newRequest,
  refuseFaulty,
  refuseFormats,
  refuseWithoutFootage,
  renderJob,
  type Asked,
} from "./ask";
import { mayAct, toViews } from "./views";

/** Checks a fill-in whole and queues one export for each format and output; all of them or none. */
export async function createExports(
  member: Member,
  { releaseId, values, accepted, formats, outputs, acceptOlder, row: rowId }: z.output<typeof NewExportRequest>,
): Promise<Asked> {
  const db = database();
  const release = await findRelease(db, releaseId);
  if (!release) throw notFound("release");
  if (!acceptOlder) {
    const newest = await findNewestNumber(db, release.designId);
    if (newest && newest.number > release.number) {
      const message = `Release ${release.number} was replaced by release ${newest.number}. Open the newer one, or export this one all the same.`;
      throw new Refusal(409, "release_stale", message, "releaseId", { id: newest.id, number: newest.number });
    }
  }
  await refuseFaulty(release, values);
  refuseFormats(release, formats);
  const chosen = await chosenOutputs(release, outputs);
  refuseWithoutFootage(values, chosen);
  const row = await rowOf(release, values, rowId);
  const common = row ? { values, accepted, row } : { values, accepted };
  const clips = [...new Set(formats)].flatMap((format) => chosen.map((output) => ({ ...common, format, output })));
  const title = [release.document.name, titleOf(release.document, values)].filter((part) => part !== "").join(": ");
  return askForClips(member, release, clips, newRequest(title));
}

/**
 * The row that a fill-in is kept as, with what it says. Where the house wants clips to be approved, refuses what nobody
 * has approved as it is.
 */
async function rowOf(release: Release, values: Values, id: string | undefined) {
  const row = id === undefined ? undefined : await findRow(database(), id);
  if (id !== undefined && !row) throw notFound("row");
  const print = printOf(release.document, values);
  if ((await readRules(database())).approvedByOther) {
    const same = row && printOf(release.document, rowValues(release.document, row.cells)) === print;
    if (!same || row.state !== "approved") {
      const message = "In this house, someone else must approve a clip before it is exported. Mark as ready and ask.";
      throw new Refusal(403, "unapproved", message);
    }
  }
  return row && { id: row.id, print };
}

/** A page of everything that was asked for, newest first; `before` is the place of the last one of the page before. */
export async function readOutbox(member: Member, { before, ids }: z.output<typeof OutboxQuery>): Promise<Outbox> {
  const db = database();
  const rows = ids ? await listExportsNamed(db, ids) : await listExports(db, { before, limit: pageSize + 1 });
  const shown = rows.slice(0, pageSize);
  const next = rows.length > pageSize ? shown[shown.length - 1]!.seq : null;
  return { exports: await toViews(shown, member), next };
}

export async function readExport(member: Member, id: string): Promise<ExportView> {
  return (await toViews([await existing(id)], member))[0]!;
}

/** Everyone may stop their own exports; a designer or owner anyone's. */
export async function stopExport(member: Member, id: string): Promise<void> {
  const row = await existing(id);
  ownOrDesigner(member, row);
  await inTransaction(database(), async (trx) => {
    if (!(await endExport(trx, id, "cancelled", null))) {
      throw new Refusal(409, "export_ended", "This export has already ended; there is nothing to cancel.");
    }
    // Others that are made from the same painting go on.
    if (row.jobId && (await listAskedIds(trx, row.jobId)).size === 0) await cancelJob(trx, row.jobId);
    await addAudit(trx, { memberId: member.id, action: "export.cancel", subject: id });
  });
}

export async function repeatExport(member: Member, id: string): Promise<void> {
  const row = await existing(id);
  ownOrDesigner(member, row);
  const release = await findRelease(database(), row.releaseId);
  if (!release) throw notFound("release");
  await inTransaction(database(), async (trx) => {
    const [jobId] = await addJobs(trx, row.createdBy, [renderJob(release, [row])]);
    if (!(await askAgain(trx, id, jobId!))) {
      throw new Refusal(409, "export_not_ended", "Only what failed, was cancelled, or has gone can be made again.");
    }
    await addAudit(trx, { memberId: member.id, action: "export.retry", subject: id });
  });
}

export interface FinishedExport {
  readonly hash: string;
  readonly bytes: number;
  readonly fileName: string;
  readonly output: Output;
}

export async function finishedExport(id: string): Promise<FinishedExport> {
  const job = await existing(id);
  if (job.goneAt) {
    throw new Refusal(410, "export_gone", "This file has expired. Export it again.");
  }
  if (job.state !== "done" || !job.fileHash || job.fileBytes === null) {
    throw new Refusal(409, "export_unfinished", "This export has no file yet.");
  }
  return { hash: job.fileHash, bytes: job.fileBytes, fileName: job.fileName, output: job.output };
}

async function existing(id: string): Promise<Export> {
  const job = await findExport(database(), id);
  if (!job) throw notFound("export");
  return job;
}

export function ownOrDesigner(member: Member, { createdBy }: Pick<Export, "createdBy">): void {
  if (!mayAct(member, createdBy)) {
    throw new Refusal(403, "role", "Only the member who started this export, a designer or the owner may do that.");
  }
}
