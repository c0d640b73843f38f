import { z } from "zod";
import type { Finding } from "@/core/checks/findings";
import { database } from "@/server/db/connection";
import type { Draft } from "@/server/db/designs";
import type { StoredHouse } from "@/server/db/house";
import { askOnce, failedAbout, urgent } from "@/server/db/jobs";
import { Refusal } from "@/server/refusal";

const Result = z.object({ findings: z.array(z.custom<Finding>()) });

/**
 * What the checks find about a draft and a house style as they are, or the job that is looking. Refuses a draft that
 * can't be checked.
 */
export async function findingsAbout(
  draft: Draft,
  house: StoredHouse,
  memberId: string,
): Promise<{ findings: readonly Finding[] } | { job: string }> {
  const payload = { designId: draft.id, revision: draft.revision, houseRevision: house.revision };
  const subject = `${draft.id} ${draft.revision} ${house.revision}`;
  const failed = await failedAbout(database(), "check", subject);
  if (failed) throw new Refusal(422, "too_heavy", failed.error ?? "This design can’t be checked.");
  const job = await askOnce(database(), memberId, { kind: "check", payload, costS: 4, priority: urgent, subject });
  return job.state === "done" ? Result.parse(job.result) : { job: job.id };
}
