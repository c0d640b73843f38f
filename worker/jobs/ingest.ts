import { z } from "zod";
import { dropFile } from "@/server/db/files";
import { countOpen } from "@/server/db/jobs";
import { findMedia } from "@/server/db/media";
import { localFile, store } from "@/server/files/storage";
import { takeFootage, takeSound, takeVideo } from "@/server/files/videos";
import { Refusal } from "@/server/refusal";
import { defineJob } from "./define";

/** Decodes a video or a sound that was sent, into what pictures are painted with. */
export const job = defineJob({
  payload: z.object({
    hash: z.string(),
    name: z.string(),
    mime: z.string(),
    as: z.enum(["slot", "footage"]).default("slot"),
  }),
  run: async ({ folder, signal, progress }, { hash, name, mime, as }) => {
    progress.stage = "reading";
    const path = await localFile(hash);
    if (as === "footage") return takeFootage(path, name, mime, signal);
    return mime.startsWith("video/") ? takeVideo(path, folder, name, signal) : takeSound(path, name, mime, signal);
  },
  // What was sent has had its use, unless it is kept as it is, or somebody else has sent the same.
  settled: async (db, { hash }) => {
    if ((await findMedia(db, hash)) || (await countOpen(db, "ingest", hash)) > 0) return;
    const { remove } = await store();
    await dropFile(db, hash, 0, () => remove(hash));
  },
  failing: (error) => {
    if (error instanceof Refusal) return { message: error.message, final: true };
    if ((error as NodeJS.ErrnoException).code === "ENOSPC") return undefined;
    return { message: "This file can’t be read. It may be damaged.", final: true };
  },
});
