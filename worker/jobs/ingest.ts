import { z } from "zod";
import { localFile } from "@/server/files/storage";
import { takeFootage, takeSound, takeVideo } from "@/server/files/videos";
import { Refusal } from "@/server/refusal";
import { dropUpload } from "../passing";
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
  settled: (db, { hash }) => dropUpload(db, "ingest", hash),
  failing: (error) => {
    if (error instanceof Refusal) return { message: error.message, final: true };
    if ((error as NodeJS.ErrnoException).code === "ENOSPC") return undefined;
    return { message: "This file can’t be read. It may be damaged.", final: true };
  },
});
