import { z } from "zod";
import type { JobView } from "@/contract/jobs";
import { allows } from "@/server/auth/principal";
import { database } from "@/server/db/connection";
import { findJob, type Job } from "@/server/db/jobs";
import type { Member } from "@/server/db/members";
import { aheadOf } from "./queue-facts";
import { notFound } from "@/server/refusal";

/** A job of one's own; designers share theirs, since what one has checked another may publish. */
export async function readJob(member: Member, id: string): Promise<JobView> {
  const job = await findJob(database(), id);
  if (!job || (job.ownerId !== member.id && !allows("designer", member.role))) throw notFound("job");
  const { state, stage, done, total, error, result } = job;
  return { id, state, stage, done, total, error, result, aboutS: await secondsLeft(job) };
}

/** Seconds until a job is done, at about, with the workers that are there; null once it has ended. */
async function secondsLeft({ id, state, costS, done, total, atItS }: Job): Promise<number | null> {
  if (state === "waiting") {
    const ahead = (await aheadOf([id])).get(id);
    return Math.ceil((ahead?.seconds ?? 0) + costS);
  }
  if (state !== "leased") return null;
  // What it has done tells more than what was expected of it, once there is enough of that.
  if (done > 0 && total > 0) return Math.ceil((atItS * (total - done)) / done);
  return Math.max(1, Math.ceil(costS - atItS));
}

const Made = z.object({
  ...{ hash: z.string(), bytes: z.number(), mime: z.string().default("application/zip") },
  /** Offered for saving under this name; shown in place without one. */
  fileName: z.string().optional(),
});

/** The file that a job of one's own has made. Refuses while there is none, and when it has gone. */
export async function madeFile(member: Member, id: string): Promise<z.infer<typeof Made>> {
  const { state, result } = await readJob(member, id);
  const made = Made.safeParse(result);
  if (state !== "done" || !made.success) throw notFound("file");
  return made.data;
}
