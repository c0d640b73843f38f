import { writeFile } from "node:fs/promises";
import { join } from "node:path";
import { z } from "zod";
import { sampleValues } from "@/core/document/values";
import { IssueError } from "@/core/issue";
import { messageOf } from "@/core/messages";
import { runFfmpeg } from "@/render/ffmpeg";
import { makePoster } from "@/render/poster";
import { listFootage } from "@/server/db/media";
import { setPoster } from "@/server/db/posters";
import { findRelease } from "@/server/db/releases";
import { inTransaction } from "@/server/db/transaction";
import { loadRaster } from "@/server/files/rasters";
import { localFile, storeFile } from "@/server/files/storage";
import { log } from "@/server/log";
import { lockLease } from "@/server/db/jobs";
import { persist } from "../persist";
import { defineJob } from "./define";

/** Seconds into the footage whose picture the shelf shows its graphics over. */
const stillS = 2;

/** Makes a release's picture for the shelf, once. */
export const job = defineJob({
  payload: z.object({ releaseId: z.string() }),
  run: async ({ db, lease, folder, signal }, { releaseId }) => {
    const release = await findRelease(db, releaseId);
    if (!release) return null;
    const { document: design, house } = release;
    const format = design.formats.includes("wide") ? "wide" : design.formats[0]!;
    const poster = await makePoster({
      scene: { design, values: sampleValues(design), house, format, samples: true },
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
