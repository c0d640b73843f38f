import { join } from "node:path";
import { z } from "zod";
import { findingsOf, openStops } from "@/core/checks/findings";
import type { RunningOrder } from "@/core/document/order";
import { entryName } from "@/core/order/names";
import { IssueError } from "@/core/issue";
import { messageOf } from "@/core/messages";
import { backingOf, factsOf } from "@/core/outputs/output";
import { foundIn } from "@/render/checks";
import { makeOrderClips } from "@/render/order-clip";
import { makeClips, type ClipResult, type WantedFile } from "@/render/clip";
import { EncodeError } from "@/render/ffmpeg";
import { FootageError } from "@/render/footage";
import { soundOf } from "@/render/sound";
import { addAudit } from "@/server/db/audit";
import { addEvent } from "@/server/db/events";
import { endExport, finishExport } from "@/server/db/export-ends";
import { listAsked, listAskedIds, type Export } from "@/server/db/exports";
import { lockLease } from "@/server/db/jobs";
import type { Db } from "@/server/db/connection";
import { findRelease, type Release } from "@/server/db/releases";
import { inTransaction } from "@/server/db/transaction";
import { loadRaster } from "@/server/files/rasters";
import { localFile, storeFile } from "@/server/files/storage";
import { log } from "@/server/log";
import { desksFor } from "@/server/orders/orders";
import { handsFor } from "../hands";
import { persist } from "../persist";
import { defineJob, type Failing, type JobContext } from "./define";

/** A row that would go out wrong: what is found about it, in words. */
class StoppedByChecks extends Error {}

/** One file of the job, which may be cancelled while the others are made. */
interface Piece extends WantedFile {
  readonly row: Export;
  readonly control: AbortController;
  done: number;
}

/** Paints one filled-in design in one format, and makes every output that is asked for from the same pictures. */
export const job = defineJob({
  payload: z.object({}),
  failing,
  run: async (context) => {
    const { db, lease, folder, signal, progress } = context;
    const rows = await listAsked(db, lease.job.id);
    const [first] = rows;
    // All were cancelled meanwhile.
    if (!first) return null;
    const release = await findRelease(db, first.releaseId);
    if (!release) throw new Error("the release of this export is gone");
    if (first.order) await refuseOrderStops(db, first.order, first, signal);
    else await refuseStops(release, first, signal);
    const pieces = await Promise.all(rows.map((row, i) => pieceOf(row, join(folder, `clip-${i}`), context)));
    const byFile = new Map(pieces.map((piece) => [piece.file, piece]));
    context.onBeat(beatOf(context, pieces));
    let fault: unknown;
    const common = {
      files: pieces.map((piece) => ({
        ...piece,
        progress: (done: number, total: number) => {
          piece.done = done;
          progress.total = total;
          progress.done = Math.floor(pieces.reduce((sum, each) => sum + each.done, 0) / pieces.length);
          progress.stage = progress.done >= total ? "proving" : "painting";
        },
      })),
      folder,
      signal,
      loadPicture: loadRaster,
      made: async ({ file }: WantedFile, result: ClipResult) => {
        signal.throwIfAborted();
        await keep(context, byFile.get(file)!, result);
      },
      failed: async ({ file }: WantedFile, error: unknown) => {
        const { row, control } = byFile.get(file)!;
        if (signal.aborted || control.signal.aborted) return;
        const known = failing(error);
        if (known?.final) await persist(async () => void (await endExport(db, row.id, "failed", known.message)));
        else fault = error;
      },
    };
    if (first.order) {
      const { desks } = await desksFor(db, first.order);
      await makeOrderClips({
        ...common,
        order: { order: first.order, desks, format: first.format },
        soundFile: localFile,
      });
    } else {
      const scene = { design: release.document, values: first.values, house: release.house, format: first.format };
      await makeClips({
        ...common,
        elsewhere: handsFor(context, rows),
        scene,
        sound: await soundOf(release.document, release.house, localFile),
      });
    }
    signal.throwIfAborted();
    if (fault !== undefined) throw fault;
    return null;
  },
});

async function pieceOf(row: Export, file: string, { signal }: JobContext): Promise<Piece> {
  const { output } = row;
  const backing = backingOf(output);
  const film = backing?.kind === "footage" ? backing.media : backing?.kind === "own" ? row.values.footage : undefined;
  const footage = film === undefined ? undefined : await localFile(film.slice("media:".length));
  const control = new AbortController();
  const both = AbortSignal.any([signal, control.signal]);
  return { row, control, done: 0, output, footage, file: `${file}.${factsOf(output).ending}`, signal: both };
}

/** Stops what was cancelled meanwhile, and tells how far the others are. */
function beatOf({ db, lease, progress }: JobContext, pieces: readonly Piece[]): () => Promise<void> {
  let told = "";
  return async () => {
    const asked = await listAskedIds(db, lease.job.id);
    for (const { row, control } of pieces) if (!asked.has(row.id)) control.abort(new Error("cancelled"));
    const now = JSON.stringify(progress);
    if (now !== told && asked.size > 0) await addEvent(db, "exports", { ids: [...asked] });
    told = now;
  };
}

/** Stores a finished file, and records it with its audit while the lease is held. */
async function keep({ db, lease, progress }: JobContext, piece: Piece, result: ClipResult): Promise<void> {
  if (piece.done >= progress.total) progress.stage = "storing";
  const { row, file } = piece;
  const { hash, bytes } = await storeFile(file);
  const { painted, paintS, encodeS, wallS, proof, opening } = result;
  if (!proof.passed) log.warn({ export: row.id, faults: proof.faults }, "proof failed");
  const figures = { painted, paintS, encodeS, wallS, opening };
  await persist(() =>
    inTransaction(db, async (trx) => {
      await lockLease(trx, lease);
      if (!(await finishExport(trx, row.id, { hash, bytes, proof, figures }))) return;
      const detail = { file: row.fileName, hash, proved: proof.passed };
      await addAudit(trx, { memberId: row.createdBy, action: "export.done", subject: row.id, detail });
    }),
  );
}

/** Looks at the filled-in row as the fill desk did. Throws StoppedByChecks for a stop that nobody has given a reason for. */
async function refuseStops(release: Release, row: Export, signal: AbortSignal): Promise<void> {
  const request = { design: release.document, values: row.values, house: release.house };
  const found = await foundIn(request, [row.format], loadRaster, "row");
  signal.throwIfAborted();
  const [stop] = openStops(findingsOf(release.document, found), [...release.accepted, ...row.accepted]);
  if (stop) throw new StoppedByChecks(stop.message);
}

/** The same for every graphic of an order, each looked at once for what it says. */
async function refuseOrderStops(db: Db, order: RunningOrder, row: Export, signal: AbortSignal): Promise<void> {
  const { releases, desks } = await desksFor(db, order);
  const seen = new Set<string>();
  for (const entry of order.entries) {
    const { release: id, values } = entry;
    const release = releases.get(id);
    const says = JSON.stringify([id, values]);
    if (!release || seen.has(says)) continue;
    seen.add(says);
    try {
      await refuseStops(release, { ...row, values }, signal);
    } catch (error) {
      if (!(error instanceof StoppedByChecks)) throw error;
      throw new StoppedByChecks(`“${entryName(entry, desks[id])}”: ${error.message}`);
    }
  }
}

function failing(error: unknown): Failing | undefined {
  // A design that can't be shown won't be shown the next time either.
  if (error instanceof IssueError) return { message: messageOf(error.issue), final: true };
  if (error instanceof StoppedByChecks || error instanceof FootageError) return { message: error.message, final: true };
  if (!(error instanceof EncodeError)) return undefined;
  if (!["failed", "killed"].includes(error.reason))
    return { message: error.message, final: error.reason === "missing" };
  const message = "The encoder stopped before the clip was whole. Try again; if it fails again, tell the owner.";
  return { message, final: false };
}
