import type { z } from "zod";
import type { ExportView, NewExportRequest, Outbox, OutboxQuery } from "@/contract/exports";
import { pageSize } from "@/contract/answer";
import { isWritten } from "@/core/fields/field";
import { isBlank } from "@/core/document/units";
import { checkValues, enteredIn, ownFilesOf, textOf, type Values } from "@/core/document/values";
import type { Design } from "@/core/document/design";
import { expectedS, type Output } from "@/core/outputs/output";
import { fileName, fileStem, nameKey } from "@/core/naming/file-name";
import { allows } from "@/server/auth/handler";
import { addAudit } from "@/server/db/audit";
import { database } from "@/server/db/connection";
import {
  addExports,
  askAgain,
  countAsked,
  endExport,
  findExport,
  listAskedIds,
  listExports,
  listExportsNamed,
  takenFileNames,
  type Export,
  type NewExport,
} from "@/server/db/exports";
import { newId } from "@/server/db/ids";
import { addJobs, cancelJob } from "@/server/db/jobs";
import { queueAhead, type Ahead } from "@/server/db/workers";
import type { Member } from "@/server/db/members";
import { findMedia } from "@/server/db/media";
import { listOutputs } from "@/server/db/outputs";
import { findNewestNumber, findRelease, type Release } from "@/server/db/releases";
import { inTransaction, isDuplicate, retried } from "@/server/db/transaction";
import { notFound, Refusal } from "@/server/refusal";

/** Clips of one member that may wait at once. */
const mostWaiting = 500;

/** Checks a fill-in whole and queues one export for each format and output; all of them or none. */
export async function createExports(
  member: Member,
  request: z.output<typeof NewExportRequest>,
): Promise<{ ids: string[] }> {
  const db = database();
  const release = await findRelease(db, request.releaseId);
  if (!release) throw notFound("release");
  if (!request.acceptOlder) {
    const newest = await findNewestNumber(db, release.designId);
    if (newest && newest.number > release.number) {
      const message = `Release ${release.number} was replaced by release ${newest.number}. Open the newer one, or export this one all the same.`;
      throw new Refusal(409, "release_stale", message, "releaseId", { id: newest.id, number: newest.number });
    }
  }
  const faults = checkValues(release.document, request.values);
  if (faults.length > 0) {
    const first = faults[0]!;
    throw new Refusal(422, `value_${first.code}`, first.message, `values.${first.field}`, faults);
  }
  await knowFiles(ownFilesOf(request.values));
  for (const format of request.formats) {
    if (!release.document.formats.includes(format)) {
      throw new Refusal(422, "format_unknown", `This release has no format “${format}”.`, "formats");
    }
  }
  const outputs = await listOutputs(db);
  const allowed = release.document.outputs;
  const chosen = request.outputs.map((id) => {
    const output = outputs.find((candidate) => candidate.id === id);
    if (output && allowed && !allowed.includes(id)) {
      throw new Refusal(
        422,
        "output_forbidden",
        `${release.document.name} is not made as “${output.name}”.`,
        "outputs",
      );
    }
    if (!output) throw new Refusal(422, "output_unknown", `There is no output “${id}”.`, "outputs");
    return output;
  });

  const formats = [...new Set(request.formats)];
  // Whoever asks for the same at the same instant may have taken the names; then the next are taken.
  const rows = await retried(async () => {
    const named = await nameExports(release.document, request.values, formats, [...new Set(chosen)]);
    return queueExports(member, release, request, named);
  }, isDuplicate);
  return { ids: rows.map((row) => row.id) };
}

/** Refuses files that nobody has brought along. */
async function knowFiles(hashes: readonly string[]): Promise<void> {
  for (const hash of hashes) {
    const media = await findMedia(database(), hash);
    if (!media || !["picture", "frames"].includes(media.kind)) {
      throw new Refusal(
        422,
        "media_unknown",
        "A picture or video of this clip is not here. Bring it along again.",
        "values",
      );
    }
  }
}

type NamedExport = Awaited<ReturnType<typeof nameExports>>[number];

/** Queues them all, with their audit, or none of them. Refuses more than may wait. */
async function queueExports(
  member: Member,
  release: Release,
  { values, accepted }: z.output<typeof NewExportRequest>,
  named: readonly NamedExport[],
): Promise<NewExport[]> {
  const common = { releaseId: release.id, values, createdBy: member.id, accepted };
  const rows = named.map((one): NewExport => ({ ...one, ...common, id: newId() }));
  await inTransaction(database(), async (trx) => {
    const waiting = await countAsked(trx, member.id);
    if (waiting + rows.length > mostWaiting) {
      const message = `${waiting} of your clips are waiting to be made; up to ${mostWaiting} may wait at once. Ask for these when some are done, or cancel some in the outbox.`;
      throw new Refusal(429, "many_waiting", message);
    }
    const groups = sharedPaintings(rows);
    const jobs = await addJobs(
      trx,
      member.id,
      groups.map((group) => renderJob(release, group)),
    );
    await addExports(
      trx,
      groups.flatMap((group, i) => group.map((row) => ({ ...row, jobId: jobs[i]! }))),
    );
    for (const row of rows) {
      const detail = { release: release.id, format: row.format, output: row.output.id, file: row.fileName, accepted };
      await addAudit(trx, { memberId: member.id, action: "export.create", subject: row.id, detail });
    }
  });
  return rows;
}

/** Outputs of one format and one rate are made from the same painting. */
function sharedPaintings<E extends Pick<Export, "format" | "output">>(exports: readonly E[]): E[][] {
  const groups = new Map<string, E[]>();
  for (const one of exports) {
    const { num, den } = one.output.fps;
    const key = `${one.format} ${num / den}`;
    groups.set(key, [...(groups.get(key) ?? []), one]);
  }
  return [...groups.values()];
}

/** The job that makes these, all of one format. */
function renderJob(release: Release, rows: readonly Pick<Export, "format" | "output" | "values">[]) {
  const { format, values } = rows[0]!;
  const { width, height } = release.house.formats.find(({ id }) => id === format)!;
  const lengthS = values.lengthS ?? release.document.length.default;
  const outputs = rows.map(({ output }) => output);
  return { kind: "render", payload: {}, costS: expectedS(outputs, { lengthS, width, height }) };
}

/** File names by the first filled line; a name that is taken gets a number. */
async function nameExports(design: Design, values: Values, formats: readonly string[], outputs: readonly Output[]) {
  const texts = design.fields.filter(isWritten).map((field) => textOf(field, enteredIn(values, field.id) ?? ""));
  const title = texts.find((text) => !isBlank(text)) ?? "";
  const wanted = formats.flatMap((format) => outputs.map((output) => ({ design: design.name, title, format, output })));
  const taken = await takenFileNames(database(), [...new Set(wanted.map(fileStem))]);
  return wanted.map((parts) => {
    const name = fileName(parts, (candidate) => taken.has(candidate));
    taken.add(nameKey(name));
    return { format: parts.format, output: parts.output, fileName: name };
  });
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
      throw new Refusal(409, "export_not_ended", "Only a failed or cancelled export can be tried again.");
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

function ownOrDesigner(member: Member, job: Export): void {
  if (job.createdBy !== member.id && !allows("designer", member.role)) {
    throw new Refusal(403, "role", "Only the member who started this export, a designer or the owner may do that.");
  }
}

/** As they are shown; those that wait with what is before them. */
async function toViews(rows: readonly Export[], member: Member): Promise<ExportView[]> {
  const ahead = rows.some(({ state }) => state === "waiting") ? await queueAhead(database()) : new Map<string, Ahead>();
  return rows.map((row) => toView(row, member, ahead.get(row.jobId ?? "")));
}

function toView(row: Export, member: Member, ahead: Ahead | undefined): ExportView {
  return {
    id: row.id,
    design: row.designName,
    release: row.releaseNumber,
    format: row.format,
    output: row.output,
    fileName: row.fileName,
    by: row.createdByName,
    mine: row.createdBy === member.id || allows("designer", member.role),
    createdAt: row.createdAt.toISOString(),
    state: row.state,
    stage: row.stage,
    attempts: row.attempts,
    worker: row.worker,
    ahead: ahead?.jobs ?? null,
    aboutS: ahead ? Math.ceil(ahead.seconds) : null,
    framesDone: row.framesDone,
    framesTotal: row.framesTotal,
    error: row.error,
    bytes: row.fileBytes,
    proof: row.proof,
    figures: row.figures,
  };
}
