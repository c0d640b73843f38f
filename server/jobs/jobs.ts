import { z } from "zod";
import type { JobView } from "@/contract/jobs";
import { allows } from "@/server/auth/principal";
import { database } from "@/server/db/connection";
import { findJob } from "@/server/db/jobs";
import type { Member } from "@/server/db/members";
import { notFound } from "@/server/refusal";

/** A job of one's own; designers share theirs, since what one has checked another may publish. */
export async function readJob(member: Member, id: string): Promise<JobView> {
  const job = await findJob(database(), id);
  if (!job || (job.ownerId !== member.id && !allows("designer", member.role))) throw notFound("job");
  const { state, stage, done, total, error, result } = job;
  return { id, state, stage, done, total, error, result };
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
