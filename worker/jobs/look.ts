import { stat, symlink } from "node:fs/promises";
import { join } from "node:path";
import { z } from "zod";
import { factsOf } from "@/core/outputs/output";
import { makeWatchable } from "@/render/watchable";
import { findExport } from "@/server/db/exports";
import { localFile, storeFile } from "@/server/files/storage";
import { keepForADay } from "../passing";
import { defineJob } from "./define";

/** Makes a copy that browsers can show of a finished file that they can't. */
export const job = defineJob({
  payload: z.object({ export: z.string() }),
  run: async (context, { export: id }) => {
    const { db, folder, signal } = context;
    const row = await findExport(db, id);
    if (!row?.fileHash) return null;
    // Stored files have no endings of their own.
    const file = join(folder, `file.${factsOf(row.output).ending}`);
    await symlink(await localFile(row.fileHash), file);
    const copy = join(folder, "look.webm");
    await makeWatchable(file, copy, folder, signal);
    const { size: bytes } = await stat(copy);
    const { hash } = await storeFile(copy);
    await keepForADay(context, "look", hash);
    return { hash, bytes, mime: "video/webm" };
  },
});
