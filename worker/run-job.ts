import { loadRaster } from "@/server/files/rasters";
import { rm } from "node:fs/promises";
import { join } from "node:path";
import { fileEnding } from "@/core/document/output";
import { IssueError } from "@/core/issue";
import { messageOf } from "@/core/messages";
import { findingsOf, openStops } from "@/core/checks/findings";
import { foundIn } from "@/render/checks";
import { makeClip } from "@/render/clip";
import { FootageError } from "@/render/footage";
import { soundOf } from "@/render/sound";
import { EncodeError } from "@/render/ffmpeg";
import { isUnreachable, type Db } from "@/server/db/connection";
import type { ExportJob } from "@/server/db/exports";
import { findRelease, type Release } from "@/server/db/releases";
import {
  completeExport,
  endCancelled,
  failExport,
  LeaseLostError,
  leaseSeconds,
  renewLease,
  returnExport,
  type FinishedFile,
  type Lease,
  type Progress,
} from "@/server/db/queue";
import { makeWorkFolder, storedPath, storeFile } from "@/server/files/storage";
import { log } from "@/server/log";

/** How often the lease is renewed, progress is told and cancelling is looked for. */
const beatMs = 400;

type StopReason = "cancelled" | "lost" | "stopping";
class Stopped extends Error {
  constructor(readonly reason: StopReason) {
    super(reason);
  }
}

/** Renders, proves and stores one leased export, and records how it ended. `stop` asks it to give the job back. */
export async function runJob(db: Db, lease: Lease, stop: AbortSignal): Promise<void> {
  const started = performance.now();
  const control = new AbortController();
  const halt = (reason: StopReason) => control.abort(new Stopped(reason));
  stop.addEventListener("abort", () => halt("stopping"), { once: true });
  const progress: { -readonly [K in keyof Progress]: Progress[K] } = {
    stage: "preparing",
    framesDone: 0,
    framesTotal: 0,
  };
  const heart = keepLease(db, lease, progress, halt, control.signal);
  const folder = await makeWorkFolder(`${lease.job.id}-${lease.token}`);
  try {
    control.signal.throwIfAborted();
    const file = await render(db, lease, folder, progress, control.signal);
    await heart.stop();
    control.signal.throwIfAborted();
    await persist(() => completeExport(db, lease, file));
    log.info({ job: lease.job.id, ms: Math.round(performance.now() - started) }, "export done");
  } catch (error) {
    await heart.stop();
    await end(db, lease, control.signal.aborted ? control.signal.reason : error);
  } finally {
    await rm(folder, { recursive: true, force: true });
  }
}

async function render(
  db: Db,
  lease: Lease,
  folder: string,
  progress: { -readonly [K in keyof Progress]: Progress[K] },
  signal: AbortSignal,
): Promise<FinishedFile> {
  const { job } = lease;
  const release = await findRelease(db, job.releaseId);
  if (!release) throw new Error("the release of this export is gone");
  const { output } = job;
  await refuseStops(release, job, signal);
  const footage =
    output.kind === "h264" && output.backing.kind === "footage" ? storedPath(output.backing.media.slice(6)) : undefined;
  const file = join(folder, `clip.${fileEnding[output.kind]}`);
  const result = await makeClip({
    scene: { design: release.document, values: job.values, house: release.house, format: job.format },
    output,
    footage,
    sound: soundOf(release.document, release.house, storedPath),
    folder,
    file,
    signal,
    loadPicture: loadRaster,
    progress: (done, total) => {
      progress.framesDone = done;
      progress.framesTotal = total;
      progress.stage = done >= total ? "proving" : "painting";
    },
  });
  progress.stage = "storing";
  const { hash, bytes } = await storeFile(file);
  const { painted, paintS, encodeS, wallS, proof } = result;
  if (!proof.passed) log.warn({ job: job.id, faults: proof.faults }, "proof failed");
  return { hash, bytes, proof, figures: { painted, paintS, encodeS, wallS } };
}

/** A row that would go out wrong: what is found about it, in words. */
class StoppedByChecks extends Error {}

/** Looks at the filled-in row as the fill desk did. Throws StoppedByChecks for a stop that nobody has given a reason for. */
async function refuseStops(release: Release, job: ExportJob, signal: AbortSignal): Promise<void> {
  const request = { design: release.document, values: job.values, house: release.house };
  const found = await foundIn(request, [job.format], loadRaster, "row");
  signal.throwIfAborted();
  const [stop] = openStops(findingsOf(release.document, found, "row"), [...release.accepted, ...job.accepted]);
  if (stop) throw new StoppedByChecks(stop.message);
}

/** Renews the lease until stopped; halts the job when it is cancelled or the lease is lost. */
function keepLease(db: Db, lease: Lease, progress: Progress, halt: (reason: StopReason) => void, signal: AbortSignal) {
  let running = true;
  let renewedAt = performance.now();
  const beat = async () => {
    while (running && !signal.aborted) {
      try {
        const { cancel } = await renewLease(db, lease, { ...progress });
        renewedAt = performance.now();
        if (cancel) halt("cancelled");
      } catch (error) {
        if (error instanceof LeaseLostError) halt("lost");
        else if (performance.now() - renewedAt > leaseSeconds * 1000 * 4) halt("lost");
        else log.warn({ err: error, job: lease.job.id }, "lease could not be renewed; trying on");
      }
      await new Promise((resolve) => setTimeout(resolve, beatMs));
    }
  };
  const done = beat();
  return {
    stop: async () => {
      running = false;
      await done;
    },
  };
}

async function end(db: Db, lease: Lease, error: unknown): Promise<void> {
  const { id } = lease.job;
  if (error instanceof Stopped || error instanceof LeaseLostError) {
    const reason = error instanceof Stopped ? error.reason : "lost";
    log.info({ job: id, reason }, "export stopped");
    if (reason === "cancelled") await persist(() => endCancelled(db, lease));
    if (reason === "stopping") await persist(() => returnExport(db, lease));
    return;
  }
  if (error instanceof StoppedByChecks) log.info({ job: id, found: error.message }, "export refused by the checks");
  else log.error({ err: error, job: id }, "export failed");
  // A design that can't be shown won't be shown the next time either.
  const final =
    error instanceof IssueError ||
    error instanceof StoppedByChecks ||
    error instanceof FootageError ||
    (error instanceof EncodeError && error.reason === "missing");
  await persist(() => failExport(db, lease, wordsFor(error), final));
}

function wordsFor(error: unknown): string {
  if (error instanceof IssueError) return messageOf(error.issue);
  if (error instanceof StoppedByChecks || error instanceof FootageError) return error.message;
  if (error instanceof EncodeError && error.reason !== "failed") return error.message;
  const { code } = error as NodeJS.ErrnoException;
  if (code === "ENOSPC") return "The disk is full. Free some space, then try again.";
  if (error instanceof EncodeError)
    return "The encoder stopped before the clip was whole. Try again; if it stays, tell the owner.";
  return "The clip could not be made. Try again; if it stays, tell the owner.";
}

/** Does a last write, waiting for a database that is gone for a while: the work behind it is already done. */
async function persist(write: () => Promise<void>): Promise<void> {
  for (let tries = 0; ; tries++) {
    try {
      return await write();
    } catch (error) {
      if (error instanceof LeaseLostError) return log.info("a result came too late and was dropped");
      if (!isUnreachable(error) || tries >= 60) throw error;
      await new Promise((resolve) => setTimeout(resolve, 1000));
    }
  }
}
