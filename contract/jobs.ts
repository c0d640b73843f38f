import { z } from "zod";

/** How far a piece of heavy work is. */
export const JobView = z.object({
  id: z.string(),
  state: z.enum(["waiting", "leased", "done", "failed", "cancelled"]),
  stage: z.string(),
  done: z.number(),
  total: z.number(),
  error: z.string().nullable(),
  /** Seconds until it is done, at about; null once it has ended. */
  aboutS: z.number().nullable(),
  /** What came of it. */
  result: z.unknown(),
});
export type JobView = z.infer<typeof JobView>;

/** Said in the place of an answer: a job is about it, and the same may be asked again when that is done. */
export const Underway = z.object({ job: z.string() });
