import { patternFaults } from "@/core/naming/pattern";
import { addAudit } from "@/server/db/audit";
import { database } from "@/server/db/connection";
import type { Export } from "@/server/db/exports";
import { addJobs, urgent } from "@/server/db/jobs";
import type { Member } from "@/server/db/members";
import { findRequest, listIn } from "@/server/db/requests";
import { inTransaction } from "@/server/db/transaction";
import { notFound, Refusal } from "@/server/refusal";

/** Most files of one zip. */
export const mostZipped = 5000;

/** Where the files of a zip come from, for the audit. */
interface ZipOf {
  readonly action: "request.zip" | "sheet.zip";
  readonly subject: string;
  readonly title: string;
  /** The pattern that folders are named by. */
  readonly folders: string;
}

/** Has finished files packed, with a list of them. Answers the job. Throws Refusal where there is nothing to pack. */
export async function askForZip(
  member: Member,
  files: readonly Pick<Export, "id" | "fileBytes">[],
  { action, subject, title, folders }: ZipOf,
): Promise<{ job: string }> {
  const [fault] = patternFaults(folders);
  if (fault !== undefined) throw new Refusal(422, "pattern", fault, "folders");
  if (files.length === 0) throw new Refusal(409, "nothing_done", "No file is finished yet. Export first.");
  if (files.length > mostZipped) {
    throw new Refusal(422, "too_many", `A zip holds at most ${mostZipped} files; these are ${files.length}.`);
  }
  return inTransaction(database(), async (trx) => {
    const bytes = files.reduce((sum, file) => sum + (file.fileBytes ?? 0), 0);
    const costS = 2 + files.length * 0.05 + bytes / 50e6;
    const payload = { exports: files.map(({ id }) => id), title, folders };
    const [job] = await addJobs(trx, member.id, [{ kind: "zip", payload, costS, priority: urgent }]);
    await addAudit(trx, { memberId: member.id, action, subject, detail: { files: files.length } });
    return { job: job! };
  });
}

/** Has the finished files of a request packed. */
export async function zipRequest(member: Member, id: string, folders: string): Promise<{ job: string }> {
  const db = database();
  const request = await findRequest(db, id);
  if (!request) throw notFound("request");
  const done = (await listIn(db, id, ["done"], mostZipped + 1)).filter(({ goneAt }) => !goneAt);
  return askForZip(member, done, { action: "request.zip", subject: id, title: request.title, folders });
}
