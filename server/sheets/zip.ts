import { groupBy } from "@/core/group";
import { database } from "@/server/db/connection";
import { listFiles } from "@/server/db/exports";
import type { Member } from "@/server/db/members";
import { findRelease } from "@/server/db/releases";
import { listRows } from "@/server/db/sheets";
import { askForZip } from "@/server/exports/zip";
import { clipsOf } from "./clips";
import { releaseOf } from "./prints";
import { existingSheet } from "./sheets";

/**
 * Has the files of a sheet packed that show its rows as they are now, in the formats and outputs chosen there. What is
 * out of date, or being made, is left out.
 */
export async function zipSheet(member: Member, id: string, folders: string): Promise<{ job: string }> {
  const db = database();
  const sheet = await existingSheet(db, id);
  const ids: string[] = [];
  for (const [releaseId, rows] of groupBy(await listRows(db, id), (row) => releaseOf(sheet, row))) {
    const release = await findRelease(db, releaseId);
    if (!release) continue;
    const clips = await clipsOf(db, release, rows);
    for (const { id: row } of rows)
      for (const { state, format, output, exportId } of clips.get(row) ?? [])
        if (state === "current" && sheet.formats.includes(format) && sheet.outputs.includes(output)) ids.push(exportId);
  }
  const files = await listFiles(db, ids);
  return askForZip(member, files, { action: "sheet.zip", subject: id, title: sheet.name, folders });
}
