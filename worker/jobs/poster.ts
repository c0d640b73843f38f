import { writeFile } from "node:fs/promises";
import { join } from "node:path";
import { z } from "zod";
import { sampleValues } from "@/core/document/values";
import { IssueError } from "@/core/issue";
import { messageOf } from "@/core/messages";
import { runFfmpeg } from "@/render/ffmpeg";
import { measureComplexity } from "@/render/complexity";
import { makePoster } from "@/render/poster";
import { listFootage } from "@/server/db/media";
import { setComplexity, setPoster } from "@/server/db/posters";
import { findRelease } from "@/server/db/releases";
import { inTransaction } from "@/server/db/transaction";
import { loadRaster } from "@/server/files/rasters";
import { localFile, storeFile } from "@/server/files/storage";
import { log } from "@/server/log";
import { lockLease, othersWait } from "@/server/db/jobs";
import { persist } from "../persist";
import { defineJob, GiveWay } from "./define";

/** Seconds into the footage whose picture the shelf shows its graphics over. */
const stillS = 2;

/** Makes a release's picture for the shelf, and measures how much there is to it, once. */
export const job = defineJob({
  payload: z.object({ releaseId: z.string(), rest: z.literal("measure").optional() }),
  run: async ({ db, lease, folder, signal }, { releaseId, rest }) => {
    const release = await findRelease(db, releaseId);
    if (!release) return null;
    const { document: design, house } = release;
    const format = design.formats.includes("wide") ? "wide" : design.formats[0]!;
    const scene = { design, values: sampleValues(design), house, format, samples: true };
    if (rest === undefined) {
      const poster = await makePoster({
        scene,
        ground: await footageStill((await listFootage(db))[0]?.hash, signal),
        loadPicture: loadRaster,
      });
      const file = join(folder, "poster.webp");
      await writeFile(file, poster);
      const stored = await storeFile(file);
      await persist(() =>
        inTransaction(db, async (trx) => {
          await lockLease(trx, lease);
          await setPoster(trx, releaseId, stored);
        }),
      );
    }
    // Nobody waits for the measure, which takes longer than the picture.
    if (await othersWait(db)) throw new GiveWay({ releaseId, rest: "measure" });
    const complexity = await measureComplexity(scene, loadRaster, signal);
    await persist(() => setComplexity(db, releaseId, complexity));
    return null;
  },
  failing: (error) => (error instanceof IssueError ? { message: messageOf(error.issue), final: true } : undefined),
});

/** A picture of the house's footage; none where there is none, or where it can't be read. */
async function footageStill(hash: string | undefined, signal: AbortSignal): Promise<Uint8Array | undefined> {
  if (hash === undefined) return undefined;
  try {
    const args = ["-ss", String(stillS), "-i", await localFile(hash), "-frames:v", "1", "-f", "image2pipe"];
    const png = await runFfmpeg([...args, "-c:v", "png", "-"], { signal });
    return png.length > 0 ? png : undefined;
  } catch (error) {
    signal.throwIfAborted();
    log.warn({ err: error, footage: hash }, "no still of the footage");
    return undefined;
  }
}
