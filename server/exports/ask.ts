import { groupBy } from "@/core/group";
import { checkValues, ownFilesOf, type Values } from "@/core/document/values";
import type { Design } from "@/core/document/design";
import { expectedS, madeOutput, paintingOf, type MadeOutput } from "@/core/outputs/output";
import { fileName, fileStem, nameKey } from "@/core/naming/file-name";
import { titleOf } from "@/core/sheets/title";
import type { Accepted } from "@/contract/accepted";
import { addAudit } from "@/server/db/audit";
import { database } from "@/server/db/connection";
import { addExports, countAsked, takenFileNames, type Export, type NewExport } from "@/server/db/exports";
import { newId } from "@/server/db/ids";
import { addJobs } from "@/server/db/jobs";
import { findMedia } from "@/server/db/media";
import type { Member } from "@/server/db/members";
import { listOutputs } from "@/server/db/outputs";
import type { Release } from "@/server/db/releases";
import { inTransaction, isDuplicate, retried } from "@/server/db/transaction";
import { Refusal } from "@/server/refusal";

/** Clips of one member that may wait at once. */
const mostWaiting = 5000;

/** A clip that is asked for: a fill-in of a release in one format and output. */
export interface AskedClip {
  readonly values: Values;
  readonly accepted: readonly Accepted[];
  readonly format: string;
  readonly output: MadeOutput;
  /** The row of a sheet that it is of, and what that said. */
  readonly row?: { readonly id: string; readonly print: string };
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
  for (const hash of ownFilesOf(values)) {
    const media = await findMedia(database(), hash);
    if (!media || !["picture", "frames"].includes(media.kind)) {
      const message = "A picture or video of this clip is not here. Bring it along again.";
      throw new Refusal(422, "media_unknown", message, "values");
    }
  }
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

/** Queues clips of one release, all of them or none. Answers their ids. Refuses more than may wait. */
export async function askForClips(member: Member, release: Release, clips: readonly AskedClip[]): Promise<string[]> {
  // Whoever asks for the same at the same instant may have taken the names; then the next are taken.
  return retried(async () => queue(member, release, await named(release.document, clips)), isDuplicate);
}

type NamedClip = AskedClip & { readonly fileName: string };

async function queue(member: Member, release: Release, clips: readonly NamedClip[]): Promise<string[]> {
  const rows = clips.map((clip): NewExport => {
    const { replaces, row } = clip;
    const common = { id: newId(), releaseId: release.id, createdBy: member.id };
    return { ...clip, ...common, replaces: replaces?.id, rowId: row?.id, rowPrint: row?.print };
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
      groups.map((group) => renderJob(release, group)),
    );
    await addExports(
      trx,
      groups.flatMap((group, i) => group.map((row) => ({ ...row, jobId: jobs[i]! }))),
    );
    for (const { id, format, output, fileName: file, accepted } of rows) {
      const detail = { release: release.id, format, output: output.id, file, accepted };
      await addAudit(trx, { memberId: member.id, action: "export.create", subject: id, detail });
    }
  });
  return rows.map(({ id }) => id);
}

/** Outputs of one fill-in and format that agree in rate and size are made from the same painting. */
function sharedPaintings<E extends Pick<Export, "format" | "output" | "values">>(exports: readonly E[]): E[][] {
  const fills = new Map<Values, number>();
  const numberOf = (values: Values) => fills.get(values) ?? fills.set(values, fills.size).size - 1;
  const keyOf = ({ values, format, output }: E) => `${numberOf(values)} ${format} ${paintingOf(output)}`;
  return [...groupBy(exports, keyOf).values()];
}

/** The job that makes these, all of one fill-in and format. */
export function renderJob(release: Release, rows: readonly Pick<Export, "format" | "output" | "values">[]) {
  const { format, values } = rows[0]!;
  const { width, height } = release.house.formats.find(({ id }) => id === format)!;
  const lengthS = values.lengthS ?? release.document.length.default;
  const outputs = rows.map(({ output }) => output);
  return { kind: "render", payload: {}, costS: expectedS(outputs, { lengthS, width, height }) };
}

/** File names by the first filled line; a name that is taken gets a number. What replaces another has its name. */
async function named(design: Design, clips: readonly AskedClip[]): Promise<NamedClip[]> {
  const wanted = clips.map((clip) => ({
    design: design.name,
    title: titleOf(design, clip.values),
    format: clip.format,
    output: clip.output,
  }));
  const fresh = wanted.filter((_, i) => !clips[i]!.replaces);
  const taken = fresh.length > 0 ? await takenFileNames(database(), [...new Set(fresh.map(fileStem))]) : new Set();
  return clips.map((clip, i) => {
    if (clip.replaces) return { ...clip, fileName: clip.replaces.fileName };
    const name = fileName(wanted[i]!, (candidate) => taken.has(candidate));
    taken.add(nameKey(name));
    return { ...clip, fileName: name };
  });
}
