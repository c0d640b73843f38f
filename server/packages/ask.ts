import { rm } from "node:fs/promises";
import type { PackRequest, TakeRequest } from "@/contract/packages";
import { addAudit } from "@/server/db/audit";
import { database } from "@/server/db/connection";
import { newId } from "@/server/db/ids";
import { addJobs, findJob, urgent } from "@/server/db/jobs";
import type { Member } from "@/server/db/members";
import { receiveFile } from "@/server/files/receive";
import { makeWorkFolder, storeFile } from "@/server/files/storage";
import { inTransaction } from "@/server/db/transaction";
import { readJob } from "@/server/jobs/jobs";
import { notFound } from "@/server/refusal";

/*
 * Packages are packed, looked into and taken by workers: these ask for it.
 */

const secondsPerDesign = 3;

/** Asks for a package of designs. Answers the job, whose file it is. */
export async function askPack(request: PackRequest, memberId: string): Promise<{ job: string }> {
  return inTransaction(database(), async (trx) => {
    const costS = 2 + request.designs.length * secondsPerDesign;
    const [job] = await addJobs(trx, memberId, [{ kind: "pack", payload: request, costS, priority: urgent }]);
    const { designs, whole, from } = request;
    await addAudit(trx, { memberId, action: "package.pack", subject: job!, detail: { designs, whole, from } });
    return { job: job! };
  });
}

/** Stores a file that is said to be a package, or a drawing to make one of. Answers the job that looks into it. */
export async function askUnpack(request: Request, name: string, memberId: string): Promise<{ job: string }> {
  const folder = await makeWorkFolder(`upload-${newId()}`);
  try {
    const { hash, bytes } = await storeFile(await receiveFile(request, folder));
    const costS = 3 + bytes / 20e6;
    const wanted = { kind: "unpack", payload: { hash, name }, costS, priority: urgent, subject: hash };
    const [job] = await addJobs(database(), memberId, [wanted]);
    return { job: job! };
  } finally {
    await rm(folder, { recursive: true, force: true });
  }
}

/** Asks that a package which was looked into be taken, with these choices. Answers the job that does it. */
export async function askTake(member: Member, unpacked: string, request: TakeRequest): Promise<{ job: string }> {
  await readJob(member, unpacked);
  const read = await findJob(database(), unpacked);
  if (read?.kind !== "unpack" || read.state !== "done") throw notFound("package");
  const payload = { ...request, unpacked, memberId: member.id };
  const [job] = await addJobs(database(), member.id, [{ kind: "adopt", payload, costS: 3, priority: urgent }]);
  return { job: job! };
}
