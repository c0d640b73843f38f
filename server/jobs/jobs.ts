import type { JobView } from "@/contract/jobs";
import { database } from "@/server/db/connection";
import { findJob } from "@/server/db/jobs";
import type { Member } from "@/server/db/members";
import { notFound } from "@/server/refusal";

/** A job of one's own: others' are none of one's business. */
export async function readJob(member: Member, id: string): Promise<JobView> {
  const job = await findJob(database(), id);
  if (!job || job.ownerId !== member.id) throw notFound("job");
  const { state, stage, done, total, error, result } = job;
  return { id, state, stage, done, total, error, result };
}
