import { z } from "zod";
import { PackageRead, TakeRequest } from "@/contract/packages";
import { findJob } from "@/server/db/jobs";
import { readTakenDocument, takePackage } from "@/server/packages/take";
import { Refusal } from "@/server/refusal";
import { defineJob } from "./define";

/** Takes a package that was looked into: house style, saved moves and designs, all of it or nothing. */
export const job = defineJob({
  payload: TakeRequest.extend({ unpacked: z.string(), memberId: z.string() }).strip(),
  run: async ({ db, lease, progress }, { unpacked, ...taking }) => {
    progress.stage = "taking";
    const read = PackageRead.safeParse((await findJob(db, unpacked))?.result);
    if (!read.success) throw new Refusal(410, "file_gone", "This package has expired. Upload it again.");
    return takePackage(db, { ...taking, package: await readTakenDocument(read.data.hash), id: lease.job.id });
  },
  failing: (error) => {
    if (error instanceof Refusal) return { message: error.message, final: true };
    if ((error as NodeJS.ErrnoException).code !== "ENOENT") return undefined;
    return { message: "This package has expired. Upload it again.", final: true };
  },
});
