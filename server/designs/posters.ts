import type { Db } from "@/server/db/connection";
import { addJobs, type NewJob } from "@/server/db/jobs";
import { listPosterless } from "@/server/db/posters";

/** The job that makes a release's poster. */
export const posterJob = (releaseId: string): NewJob => ({
  kind: "poster",
  payload: { releaseId },
  costS: 2,
  subject: releaseId,
});

/** Asks for the posters that are missing, of releases that were published before there were any; not for those that failed. */
export async function askMissingPosters(db: Db): Promise<void> {
  const missing = await listPosterless(db);
  if (missing.length > 0) await addJobs(db, null, missing.map(posterJob));
}
