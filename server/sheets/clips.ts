import type { RowClip } from "@/contract/sheets";
import { groupBy } from "@/core/group";
import { contentOf, madeOutput, type MadeOutput } from "@/core/outputs/output";
import { outdatedBy } from "@/core/sheets/current";
import { differing, rowValues } from "@/core/sheets/row";
import type { Db } from "@/server/db/connection";
import { listFills } from "@/server/db/exports";
import { listOutputs } from "@/server/db/outputs";
import type { Release } from "@/server/db/releases";
import { listRowExports, type Row, type RowExport } from "@/server/db/sheets";
import { printOf } from "./prints";

export interface LookedClip {
  readonly clip: RowExport;
  readonly state: RowClip["state"];
  readonly by: ReturnType<typeof outdatedBy>;
}

/** The newest clip of a row in each format and output, with how it stands to what the row says now. */
export function lookAt(
  release: Release,
  outputs: readonly MadeOutput[],
  row: Row,
  clips: readonly RowExport[],
): LookedClip[] {
  const print = printOf(release.document, rowValues(release.document, row.cells));
  const newest = new Map<string, LookedClip>();
  for (const clip of clips) {
    const output = outputs.find(({ id }) => id === clip.outputId);
    const now = { print, release: release.id, settings: output ? contentOf(output) : "" };
    const by = outdatedBy({ print: clip.print, release: clip.releaseId, settings: clip.settings }, now);
    const state = clip.state === "done" ? (by.length > 0 ? "out of date" : "current") : clip.state;
    const key = `${clip.format} ${clip.outputId}`;
    if (state === "asked") newest.set(key, { clip, by, state: "making" });
    // What could not be made says less than a file that is there.
    else if (state === "failed" || state === "cancelled") {
      if (!newest.has(key)) newest.set(key, { clip, by, state: "failed" });
    } else newest.set(key, { clip, by, state: state as RowClip["state"] });
  }
  return [...newest.values()];
}

const words = { release: "another release", output: "other settings of the output" } as const;

/** The clips of rows of one release, those out of date with what has changed since. */
export async function clipsOf(db: Db, release: Release, rows: readonly Row[]): Promise<Map<string, RowClip[]>> {
  const [outputs, exports] = await Promise.all([
    listOutputs(db),
    listRowExports(
      db,
      rows.map(({ id }) => id),
    ),
  ]);
  const byRow = groupBy(exports, ({ rowId }) => rowId);
  const made = outputs.map((output) => madeOutput(output, release.document));
  const looked = rows.map((row) => [row, lookAt(release, made, row, byRow.get(row.id) ?? [])] as const);
  const changed = looked.flatMap(([, clips]) =>
    clips.filter(({ by }) => by.includes("values")).map(({ clip }) => clip.id),
  );
  const fills = await listFills(db, changed);
  return new Map(
    looked.map(([row, clips]) => {
      const now = rowValues(release.document, row.cells);
      const views = clips.map(({ clip, state, by }): RowClip => {
        const before = fills.get(clip.id);
        const reasons = by.flatMap((one) =>
          one === "values" ? (before ? differing(release.document, before, now) : []) : [words[one]],
        );
        return { exportId: clip.id, format: clip.format, output: clip.outputId, state, reasons };
      });
      return [row.id, views];
    }),
  );
}
