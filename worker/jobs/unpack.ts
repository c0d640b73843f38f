import { mkdir, readFile, writeFile } from "node:fs/promises";
import { join } from "node:path";
import { z } from "zod";
import type { PackagedFile } from "@/core/document/package";
import { parsePackage } from "@/core/package/parse";
import { documentPlace, placeOfFile } from "@/render/package/layout";
import { ApartError, isItsOwn, runApart, whyApart } from "@/server/apart";
import { recordMedia } from "@/server/files/record";
import { localFile, storeFile } from "@/server/files/storage";
import { probeSound } from "@/server/files/videos";
import { parseProgram } from "@/server/files/parse-limits";
import { Refusal } from "@/server/refusal";
import { dropUpload, keepForADay } from "../passing";
import { defineJob } from "./define";

const limits = { cpuS: 200, memoryMb: 1600 };

/**
 * Looks into a package that was sent, or makes one of a drawing. Its files are stored, and its document is kept as the job's file; nothing is
 * entered anywhere until somebody takes it.
 */
export const job = defineJob({
  payload: z.object({ hash: z.string(), name: z.string() }),
  run: async (context, { hash, name }) => {
    const { folder, signal, progress } = context;
    progress.stage = "reading";
    const into = join(folder, "package");
    await mkdir(into);
    await readApart([await localFile(hash), into, name], signal);
    const parsed = parsePackage(JSON.parse(await readFile(join(into, documentPlace), "utf8")));
    if (!parsed.ok) throw new Refusal(422, "package", parsed.message);
    const read = parsed.package;
    Object.assign(progress, { stage: "storing", total: read.files.length });
    for (const file of read.files) {
      signal.throwIfAborted();
      await keepFile(file, join(into, placeOfFile(file)), signal);
      progress.done++;
    }
    const path = join(folder, "document.json");
    await writeFile(path, JSON.stringify(read));
    const stored = await storeFile(path);
    await keepForADay(context, "unpack", [stored.hash, ...read.files.map((file) => file.hash)]);
    return { ...stored, mime: "application/json", name: read.name, file: name };
  },
  settled: (db, { hash }) => dropUpload(db, "unpack", hash),
  failing: (error) => {
    if (error instanceof Refusal) return { message: error.message, final: true };
    if (!(error instanceof ApartError)) return undefined;
    const asked = { what: "This package", verb: "read", cure: "Export fewer designs together." } as const;
    return { message: whyApart(error, asked), final: isItsOwn(error) };
  },
});

/** Unpacks and looks into everything in a process of its own, within limits. Refuses with its reason. */
async function readApart(args: readonly string[], signal: AbortSignal): Promise<void> {
  const answer = await runApart({
    program: parseProgram,
    args: ["package"],
    input: args,
    shape: z.object({ refused: z.string().optional() }),
    signal,
    ...limits,
  });
  if (answer.refused !== undefined) throw new Refusal(422, "package", answer.refused);
}

async function keepFile(file: PackagedFile, path: string, signal: AbortSignal): Promise<void> {
  const { hash, kind, mime, name, width, height } = file;
  const durationS = kind === "sound" ? await probeSound(path, signal) : file.durationS;
  const stored = await recordMedia(path, { kind, mime, name, width, height, durationS });
  if (stored !== hash) throw new Error(`the file ${hash} of a package was stored as ${stored}`);
}
