import { join } from "node:path";
import { z } from "zod";
import { cutToBytes, slug } from "@/core/naming/slug";
import { nameFactsOf } from "@/core/naming/facts";
import { stemOf } from "@/core/naming/pattern";
import { textOf, valueOf } from "@/core/document/values";
import { writeCsv } from "@/core/table/csv";
import { writeZip } from "@/render/zip-files";
import type { Db } from "@/server/db/connection";
import { listFiles, type Export } from "@/server/db/exports";
import { findRelease, type Release } from "@/server/db/releases";
import { localFile, storeFile } from "@/server/files/storage";
import { keepForADay } from "../passing";
import { defineJob } from "./define";

const payload = z.object({ exports: z.array(z.string()), title: z.string(), folders: z.string() });

/** Packs finished files, with a list of what they are. */
export const job = defineJob({
  payload,
  run: async (context, { exports, title, folders }) => {
    const { db, folder, signal, progress } = context;
    const rows = (await listFiles(db, exports)).filter(({ fileHash }) => fileHash);
    const path = join(folder, "files.zip");
    const zip = writeZip(path);
    const releases = await releasesOf(db, rows);
    Object.assign(progress, { stage: "packing", total: rows.length });
    const names: string[] = [];
    for (const [i, row] of rows.entries()) {
      signal.throwIfAborted();
      const name = placeOf(row, releases.get(row.releaseId)!, folders, i);
      names.push(name);
      await zip.addFile(name, await localFile(row.fileHash!));
      progress.done = i + 1;
    }
    await zip.add("manifest.csv", Buffer.from(manifest(rows, releases, names)));
    await zip.close();
    signal.throwIfAborted();
    const stored = await storeFile(path);
    await keepForADay(context, "zip", stored.hash);
    return { ...stored, mime: "application/zip", fileName: `${slug(title, 120) || "clips"}.zip` };
  },
});

async function releasesOf(db: Db, rows: readonly Export[]): Promise<Map<string, Release>> {
  const releases = new Map<string, Release>();
  for (const id of new Set(rows.map(({ releaseId }) => releaseId))) {
    const release = await findRelease(db, id);
    if (!release) throw new Error("the release of a file is gone");
    releases.set(id, release);
  }
  return releases;
}

/** A file's place in the zip: folders by the pattern, each part of it safe by itself. */
function placeOf(row: Export, { document, house, number }: Release, folders: string, i: number): string {
  const facts = {
    ...nameFactsOf(document, house, row.values),
    ...{ release: number, format: row.format, output: row.output, counter: i + 1 },
    date: row.createdAt.toISOString().slice(0, 10),
  };
  const parts = folders.split("/").filter((part) => part.trim() !== "");
  return [...parts.map((part) => cutToBytes(stemOf(part, facts), 100)), row.fileName].join("/");
}

/** What each file is, as a table: how it was measured, what it is from, and what was filled in. */
function manifest(rows: readonly Export[], releases: ReadonlyMap<string, Release>, names: readonly string[]): string {
  const labels = new Set<string>();
  for (const { document } of releases.values()) for (const { label } of document.fields) labels.add(label);
  const fixed = ["File", "SHA-256", "Bytes", "Kind", "Format", "Width", "Height", "Frames", "Rate", "Seconds"];
  const heading = [...fixed, "Design", "Release", "Proved", "Made", ...labels];
  const lines = rows.map((row, i) => {
    const { document } = releases.get(row.releaseId)!;
    const texts = new Map(
      document.fields.map((field) => [field.label, textOf(field, valueOf(field, row.values, false))]),
    );
    const { proof } = row;
    const measured = [proof?.width, proof?.height, proof?.frames, proof?.rate, proof?.durationS];
    return [
      ...[names[i]!, row.fileHash!, String(row.fileBytes), row.output.name, row.format],
      ...measured.map((value) => (value === undefined ? "" : String(value))),
      ...[row.designName, String(row.releaseNumber), proof?.passed ? "yes" : "no", row.endedAt?.toISOString() ?? ""],
      ...[...labels].map((label) => texts.get(label) ?? ""),
    ];
  });
  return writeCsv({ heading, rows: lines });
}
