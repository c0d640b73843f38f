import { join } from "node:path";
import { z } from "zod";
import { factsOf } from "@/core/outputs/output";
import { makePart } from "@/render/clip";
import { findExport } from "@/server/db/exports";
import { findRelease } from "@/server/db/releases";
import { loadRaster } from "@/server/files/rasters";
import { storeFile } from "@/server/files/storage";
import { keepForADay } from "../passing";
import { defineJob } from "./define";

/** Makes one part of a long clip, for the worker that joins them. */
export const job = defineJob({
  payload: z.object({ export: z.string(), part: z.number() }),
  run: async (context, { export: id, part }) => {
    const { db, folder, signal, progress } = context;
    const row = await findExport(db, id);
    // Its clip was cancelled, or is whole already.
    if (!row || row.state === "done" || row.state === "cancelled" || row.state === "failed") return null;
    const release = await findRelease(db, row.releaseId);
    if (!release) throw new Error("the release of this export is gone");
    const file = join(folder, `part.${factsOf(row.output).ending}`);
    progress.stage = "painting";
    await makePart({
      scene: { design: release.document, values: row.values, house: release.house, format: row.format },
      ...{ output: row.output, part, file, folder, signal, loadPicture: loadRaster },
      progress: (done) => void (progress.done = done),
    });
    signal.throwIfAborted();
    const stored = await storeFile(file);
    await keepForADay(context, "part", stored.hash);
    return stored;
  },
});
