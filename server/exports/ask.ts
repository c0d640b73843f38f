import pLimit from "p-limit";
import { groupBy } from "@/core/group";
import { checkValues, ownFilesOf, type Values } from "@/core/document/values";
import { backingOf, expectedS, madeOutput, paintingOf, type MadeOutput } from "@/core/outputs/output";
import type { RunningOrder } from "@/core/document/order";
import type { Accepted } from "@/contract/accepted";
import { addAudit } from "@/server/db/audit";
import { database } from "@/server/db/connection";
import { addExports, addRequest, countAsked, type Export, type NewExport } from "@/server/db/exports";
import { newId } from "@/server/db/ids";
import { addJobs } from "@/server/db/jobs";
import { findMedia } from "@/server/db/media";
import type { Member } from "@/server/db/members";
import { listOutputs } from "@/server/db/outputs";
import { listComplexities } from "@/server/db/posters";
import type { Release } from "@/server/db/releases";
import { retried, wasSentBack } from "@/server/db/again";
import { inTransaction, isDuplicate } from "@/server/db/transaction";
import { Refusal } from "@/server/refusal";
import { estimator, readMeasures } from "./estimates";
import { nameClips, type NamedClip } from "./names";

/** Clips of one member that may wait at once. */
const mostWaiting = 5000;

/** A clip that is asked for: a fill-in of a release in one format and output. */
export interface AskedClip {
  readonly values: Values;
  readonly accepted: readonly Accepted[];
  readonly format: string;
  readonly output: MadeOutput;
  /** The row of a sheet that it is of, and what that said. */
  readonly row?: { readonly id: string; readonly print: string; readonly number?: number };
  /** The whole running order that it is of; the values then say how long one showing is. */
  readonly order?: RunningOrder;
  /** The graphic of a running order that it is of. */
  readonly part?: { readonly order: string; readonly entry: string };
  /** The clip in whose place it comes, under the same name, once it is made. */
  readonly replaces?: { readonly id: string; readonly fileName: string };
}

/** Refuses values that can't be made into a clip, and files in them that nobody has brought along. */
export async function refuseFaulty(release: Release, values: Values): Promise<void> {
  const faults = checkValues(release.document, values);
  if (faults.length > 0) {
    const first = faults[0]!;
    throw new Refusal(422, `value_${first.code}`, first.message, `values.${first.field}`, faults);
  }
  if (values.footage !== undefined) {
    const film = await findMedia(database(), values.footage.slice("media:".length));
    if (film?.kind !== "video") {
      throw new Refusal(422, "media_unknown", "The footage under this clip is missing. Upload it again.", "values");
    }
  }
  for (const hash of ownFilesOf(values)) {
    const media = await findMedia(database(), hash);
    if (!media || !["picture", "frames"].includes(media.kind)) {
      const message = "A picture or video of this clip is missing. Upload it again.";
      throw new Refusal(422, "media_unknown", message, "values");
    }
  }
}

/** Refuses outputs over a film of its own where none was brought along. */
export function refuseWithoutFootage(values: Values, outputs: readonly MadeOutput[]): void {
  const over = outputs.find((output) => backingOf(output)?.kind === "own");
  if (!over || values.footage !== undefined) return;
  const message = `“${over.name}” lies over footage of its own. Upload the footage that this clip lies over.`;
  throw new Refusal(422, "footage_missing", message, "values.footage");
}

/** Refuses formats that a release has not. */
export function refuseFormats(release: Release, formats: readonly string[]): void {
  const stray = formats.find((format) => !release.document.formats.includes(format));
  if (stray !== undefined) {
    throw new Refusal(422, "format_unknown", `This release has no format “${stray}”.`, "formats");
  }
}

/** The outputs of these ids. Refuses those that are not there, and those that the design is not made as. */
export async function chosenOutputs(release: Release, ids: readonly string[]): Promise<MadeOutput[]> {
  const outputs = await listOutputs(database());
  const { name, outputs: allowed } = release.document;
  return [...new Set(ids)].map((id) => {
    const output = outputs.find((candidate) => candidate.id === id);
    if (!output) throw new Refusal(422, "output_unknown", `There is no output “${id}”.`, "outputs");
    if (allowed && !allowed.includes(id)) {
      throw new Refusal(422, "output_forbidden", `${name} is not made as “${output.name}”.`, "outputs");
    }
    return madeOutput(output, release.document);
  });
}

/** What came of asking. */
export interface Asked {
  readonly ids: readonly string[];
  /** Names of files that are there already, and whose outputs leave them as they are. */
  readonly skipped: readonly string[];
  /** How many take the place of a file of the same name. */
  readonly replaced: number;
  /** Files that keep a name that says something else by now. */
  readonly oldNames: readonly { readonly export: string; readonly from: string; readonly to: string }[];
}

/** What was asked for together, under the name that the outbox shows. */
export interface AskedTogether {
  readonly id: string;
  readonly title: string;
}

export const newRequest = (title: string, id = newId()): AskedTogether => ({ id, title: title.slice(0, 200) });

/** Queues clips of one release, all of them or none. Refuses more than may wait. */
export async function askForClips(
  member: Member,
  release: Release,
  clips: readonly AskedClip[],
  request: AskedTogether,
): Promise<Asked> {
  const ask = async (): Promise<Asked> => {
    const { named, skipped, oldNames } = await nameClips(database(), release, clips);
    const ids = named.length > 0 ? await queue(member, release, named, request) : [];
    const byName = new Map(ids.map(({ id, fileName }) => [fileName, id]));
    return {
      ids: ids.map(({ id }) => id),
      skipped,
      replaced: named.filter(({ replaces }) => replaces).length,
      oldNames: oldNames.map(({ from, to }) => ({ export: byName.get(from)!, from, to })),
    };
  };
  // Whoever asks for the same at the same instant may have taken the names; then the next are taken. Many who do that
  // would lose to each other again and again: those who lost once go on one after the other.
  const hasLost = (error: unknown) => isDuplicate(error) || wasSentBack(error);
  try {
    return await ask();
  } catch (error) {
    if (!hasLost(error)) throw error;
    return oneByOne(() => retried(ask, hasLost));
  }
}

const oneByOne = pLimit(1);

async function queue(
  member: Member,
  release: Release,
  clips: readonly NamedClip[],
  request: AskedTogether,
): Promise<{ readonly id: string; readonly fileName: string }[]> {
  const expect = estimator(await readMeasures(database()));
  const complexity = (await listComplexities(database(), [release.id])).get(release.id);
  const rows = clips.map((clip): NewExport => {
    const { replaces, row } = clip;
    const common = { id: newId(), releaseId: release.id, createdBy: member.id, requestId: request.id };
    const expected = expect(clip.output, { ...subjectOf(release, clip), complexity });
    return { ...clip, ...common, expected, replaces: replaces?.id, rowId: row?.id, rowPrint: row?.print };
  });
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
      groups.map((group) => ({ ...renderJob(release, group), again: group.every(({ replaces }) => replaces) })),
    );
    await addRequest(trx, { ...request, createdBy: member.id });
    await addExports(
      trx,
      groups.flatMap((group, i) => group.map((row) => ({ ...row, jobId: jobs[i]! }))),
    );
    for (const { id, format, output, fileName: file, accepted } of rows) {
      const detail = { release: release.id, format, output: output.id, file, accepted };
      await addAudit(trx, { memberId: member.id, action: "export.create", subject: id, detail });
    }
  });
  return rows.map(({ id, fileName }) => ({ id, fileName }));
}

/** Outputs of one fill-in and format that agree in rate and size are made from the same painting. */
function sharedPaintings<E extends Pick<Export, "format" | "output" | "values"> & { readonly order?: unknown }>(
  exports: readonly E[],
): E[][] {
  const fills = new Map<Values, number>();
  const numberOf = (values: Values) => fills.get(values) ?? fills.set(values, fills.size).size - 1;
  const keyOf = ({ values, format, output, order }: E) =>
    `${order ? "whole" : numberOf(values)} ${format} ${paintingOf(output)}`;
  return [...groupBy(exports, keyOf).values()];
}

/** The job that makes these, all of one fill-in and format. */
export function renderJob(release: Release, rows: readonly Pick<Export, "format" | "output" | "values">[]) {
  const outputs = rows.map(({ output }) => output);
  return { kind: "render", payload: {}, costS: expectedS(outputs, subjectOf(release, rows[0]!)) };
}

/** The clip that an estimate is about. */
export function subjectOf(release: Release, { format, values }: Pick<Export, "format" | "values">) {
  const { width, height } = release.house.formats.find(({ id }) => id === format)!;
  const lengthS = values.lengthS ?? release.document.length.default;
  return { designId: release.designId, width, height, lengthS };
}
