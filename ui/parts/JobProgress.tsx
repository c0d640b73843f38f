import type { JobView } from "@/contract/jobs";
import { about } from "./amounts";
import { Bar } from "./Bar";

/** How far a job is that somebody waits for: `doing` says what becomes of its parts, as in “pictures are made”. */
export function JobProgress({ job, doing }: { job: JobView | undefined; doing: string }) {
  const isCounted = job?.state === "leased" && job.total > 0;
  const left = job && job.aboutS !== null && job.aboutS > 0 ? `, about ${about(job.aboutS)} left` : "";
  return (
    <div>
      <p role="status" className="figures m-0">
        {isCounted ? `${job.done} of ${job.total} ${doing}` : "Waiting for a render worker"}
        {left}. You can close this: it continues.
      </p>
      {isCounted && <Bar now={job.done} of={job.total} label={doing} />}
    </div>
  );
}
