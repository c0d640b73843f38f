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

const Packed = z.object({ hash: z.string(), bytes: z.number(), fileName: z.string() });

/** The file that a job of one's own has packed. Refuses while there is none, and when it has gone. */
export async function packedFile(member: Member, id: string): Promise<z.infer<typeof Packed>> {
  const { state, result } = await readJob(member, id);
  const packed = Packed.safeParse(result);
  if (state !== "done" || !packed.success) throw notFound("file");
  return packed.data;
}
