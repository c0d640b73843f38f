import { setTimeout as pause } from "node:timers/promises";
import type { Elsewhere, OtherHands } from "@/render/parts";
import type { Export } from "@/server/db/exports";
import { askOnce, cancelJob, findJob, takeBackJob } from "@/server/db/jobs";
import { listWorkers } from "@/server/db/workers";
import { localFile } from "@/server/files/storage";
import type { JobContext } from "./jobs/define";

const lookMs = 300;
/** Seconds of work that a frame is expected to be, painted and coded. */
const secondsPerFrame = 0.05;

/**
 * Other workers, for the parts of one long clip. Each part is a job of its own, which is taken back by whoever joins them
 * when nobody has begun it: so nothing ever waits for a queue, and a worker that is alone does it all.
 */
export const handsFor =
  (context: JobContext, rows: readonly Export[]): Elsewhere =>
  async (sizes) => {
    const { db, lease, signal } = context;
    const [row] = rows;
    if (!row || rows.length > 1 || (await listWorkers(db)).length < 2) return undefined;
    const ids: string[] = [];
    for (const [part, size] of sizes.entries()) {
      const subject = `${lease.job.id} ${part}/${sizes.length}`;
      const wanted = { kind: "part", payload: { export: row.id, part }, costS: 1 + size * secondsPerFrame, subject };
      ids.push((await askOnce(db, lease.job.ownerId, wanted)).id);
    }
    const hands: OtherHands = {
      takeBack: (part) => takeBackJob(db, ids[part]!),
      fileOf: (part) => ended(context, ids[part]!),
      // Whatever is still going on when this ends is wanted by nobody.
      end: async () => {
        if (signal.aborted) for (const id of ids) await cancelJob(db, id).catch(() => undefined);
      },
    };
    return hands;
  };

/** The file that a part became; undefined where it failed, or was ended. */
async function ended({ db, signal }: JobContext, id: string): Promise<string | undefined> {
  for (;;) {
    signal.throwIfAborted();
    const job = await findJob(db, id);
    if (job?.state === "done") {
      const made = job.result as { hash: string } | null;
      // Swept away, or on a store that is gone: it is made anew.
      return made ? localFile(made.hash).catch(() => undefined) : undefined;
    }
    if (!job || job.state === "failed" || job.state === "cancelled") return undefined;
    await pause(lookMs);
  }
}
