import { z } from "zod";
import { JobView, Underway } from "@/contract/jobs";
import { ApiError, call } from "./api";
import { listenAlways } from "./events";

/** Waits until a job of one's own has ended; told how far it is meanwhile. Left by `leaving`, it never answers. */
export function jobEnded(
  id: string,
  onProgress: (job: JobView) => void = () => undefined,
  leaving?: AbortSignal,
): Promise<JobView> {
  return new Promise((resolve, reject) => {
    let leave = () => {};
    leaving?.addEventListener("abort", () => leave(), { once: true });
    const look = async () => {
      try {
        const job = await call(`/api/jobs/${id}`, JobView);
        if (leaving?.aborted) return;
        onProgress(job);
        if (job.state === "waiting" || job.state === "leased") return;
        leave();
        resolve(job);
      } catch (error) {
        // A server that is away for a moment tells the end when it is back.
        if (error instanceof ApiError && (error.status === 0 || error.status === 503)) return;
        leave();
        reject(error as Error);
      }
    };
    leave = listenAlways(`job:${id}`, () => void look());
    void look();
  });
}

/** Calls a handler that may have a job look at something first, and calls it again when that is done. Throws ApiError. */
export async function callThrough<T>(
  path: string,
  shape: z.ZodType<T>,
  body: unknown,
  onProgress?: (job: JobView) => void,
): Promise<T> {
  for (;;) {
    const answer = await call(path, z.union([Underway, shape]), body);
    const underway = Underway.safeParse(answer);
    if (!underway.success) return answer as T;
    const job = await jobEnded(underway.data.job, onProgress);
    if (job.state === "failed") throw new ApiError(422, "job_failed", job.error ?? "This failed. Try again.");
  }
}
