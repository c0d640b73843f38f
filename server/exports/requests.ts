import type { z } from "zod";
import type { Estimates, EstimateRequest, RequestPage, RequestQuery, RequestView } from "@/contract/exports";
import { pageSize } from "@/contract/answer";
import { groupBy } from "@/core/group";
import { addAudit } from "@/server/db/audit";
import { database, type Db } from "@/server/db/connection";
import { askAgain, endExport } from "@/server/db/export-ends";
import { listAskedIds } from "@/server/db/exports";
import { addJobs, cancelJob } from "@/server/db/jobs";
import type { Member } from "@/server/db/members";
import { findRelease } from "@/server/db/releases";
import {
  countRequests,
  countRequestComments,
  findRequest,
  listFirstOf,
  listIn,
  listOf,
  listRequests,
  type RequestCount,
  type Wanted,
} from "@/server/db/requests";
import { listComplexities } from "@/server/db/posters";
import { inTransaction } from "@/server/db/transaction";
import { queueLength } from "@/server/db/workers";
import { notFound, Refusal } from "@/server/refusal";
import { chosenOutputs, refuseFormats, renderJob, subjectOf } from "./ask";
import { estimator, readMeasures } from "./estimates";
import { ownOrDesigner } from "./exports";
import { mayAct, toViews } from "./views";

/** Files of a request that are shown before somebody asks for all. */
const firstFiles = 6;
const requestsPerPage = 20;
/** Files that one press may act upon. */
const mostAtOnce = 5000;

const statesOf = {
  all: undefined,
  underway: ["asked"],
  done: ["done"],
  failed: ["failed", "cancelled"],
} as const;

/** A page of what was asked for, newest first, with the first files of each. */
export async function readRequests(member: Member, query: z.output<typeof RequestQuery>): Promise<RequestPage> {
  const db = database();
  const { before, state, kind, text, days, mine } = query;
  const by = mine === "yes" ? member.id : undefined;
  const wanted: Wanted = { states: statesOf[state], kind, text: text === "" ? undefined : text, days, by };
  const found = await listRequests(db, wanted, { before, limit: requestsPerPage + 1 });
  const shown = found.slice(0, requestsPerPage);
  const ids = shown.map(({ id }) => id);
  const [counts, first, comments] = await Promise.all([
    countRequests(db, ids),
    listFirstOf(db, ids, wanted, firstFiles),
    countRequestComments(db, ids),
  ]);
  const views = await toViews(first, member);
  const byRequest = groupBy(views, ({ id }) => first.find((row) => row.id === id)!.requestId);
  const requests = shown.map(({ id, title, createdByName, createdBy, createdAt }): RequestView => ({
    ...{ id, title, by: createdByName, mine: mayAct(member, createdBy), createdAt: createdAt.toISOString() },
    ...summed(counts.get(id) ?? []),
    exports: byRequest.get(id) ?? [],
    comments: comments.get(id) ?? 0,
  }));
  return { requests, next: found.length > requestsPerPage ? shown[shown.length - 1]!.seq : null };
}

function summed(counts: readonly RequestCount[]): Pick<RequestView, "counts" | "files" | "bytes" | "progress"> {
  const files = counts.reduce((sum, { count }) => sum + count, 0);
  // What is in hand counts by its frames, what has ended whole.
  const made = counts.reduce((sum, { state, count, framesDone, framesTotal }) => {
    if (state === "waiting") return sum;
    if (state === "leased") return sum + (framesTotal > 0 ? count * (framesDone / framesTotal) : 0);
    return sum + count;
  }, 0);
  return {
    counts: Object.fromEntries(counts.map(({ state, count }) => [state, count])),
    files,
    bytes: counts.reduce((sum, { bytes }) => sum + bytes, 0),
    progress: files === 0 ? 1 : made / files,
  };
}

/** The files of one request, a page of them. */
export async function readRequestFiles(member: Member, id: string, after: number) {
  await existing(id);
  const rows = await listOf(database(), id, { after, limit: pageSize + 1 });
  const shown = rows.slice(0, pageSize);
  const next = rows.length > pageSize ? shown[shown.length - 1]!.seq : null;
  return { exports: await toViews(shown, member), next };
}

async function existing(id: string) {
  const request = await findRequest(database(), id);
  if (!request) throw notFound("request");
  return request;
}

/** Cancels all that is still to be made of a request. */
export async function stopRequest(member: Member, id: string): Promise<null> {
  const db = database();
  const { createdBy } = await existing(id);
  ownOrDesigner(member, { createdBy });
  const asked = await listIn(db, id, ["asked"], mostAtOnce);
  await inTransaction(db, async (trx) => {
    for (const row of asked) await endExport(trx, row.id, "cancelled", null);
    for (const jobId of new Set(asked.flatMap((row) => row.jobId ?? [])))
      if ((await listAskedIds(trx, jobId)).size === 0) await cancelJob(trx, jobId);
    await addAudit(trx, {
      memberId: member.id,
      action: "request.cancel",
      subject: id,
      detail: { files: asked.length },
    });
  });
  return null;
}

/** Asks again for all of a request that failed, was cancelled or has gone. */
export async function repeatRequest(member: Member, id: string): Promise<null> {
  const db = database();
  const { createdBy } = await existing(id);
  ownOrDesigner(member, { createdBy });
  const ended = (await listIn(db, id, ["failed", "cancelled", "done"], mostAtOnce)).filter(
    ({ state, goneAt }) => state !== "done" || goneAt,
  );
  if (ended.length === 0) throw new Refusal(409, "nothing_to_repeat", "Nothing of it failed or was cancelled.");
  await inTransaction(db, async (trx) => {
    for (const row of ended) await again(trx, row.createdBy, row);
    await addAudit(trx, { memberId: member.id, action: "request.retry", subject: id, detail: { files: ended.length } });
  });
  return null;
}

async function again(trx: Db, owner: string, row: Awaited<ReturnType<typeof listIn>>[number]): Promise<void> {
  const release = await findRelease(trx, row.releaseId);
  if (!release) throw notFound("release");
  const [jobId] = await addJobs(trx, owner, [renderJob(release, [row])]);
  await askAgain(trx, row.id, jobId!);
}

/** What clips of a fill-in are expected to be in some outputs, and what is waiting before them. */
export async function estimateClips({
  releaseId,
  lengthS,
  formats,
  outputs,
}: z.output<typeof EstimateRequest>): Promise<Estimates> {
  const db = database();
  const release = await findRelease(db, releaseId);
  if (!release) throw notFound("release");
  refuseFormats(release, formats);
  const [chosen, known, waiting, complexities] = await Promise.all([
    chosenOutputs(release, outputs),
    readMeasures(db),
    queueLength(db),
    listComplexities(db, [release.id]),
  ]);
  const complexity = complexities.get(release.id);
  const expect = estimator(known);
  const values = { fields: {}, ...(lengthS !== undefined && { lengthS }) };
  const estimates = formats.flatMap((format) =>
    chosen.map((output) => ({
      ...expect(output, { ...subjectOf(release, { format, values }), complexity }),
      ...{ output: output.id, format },
    })),
  );
  return { estimates, ahead: waiting.jobs, aheadS: Math.ceil(waiting.seconds) };
}
