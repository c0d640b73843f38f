import type { RowView } from "@/contract/sheets";
import { groupBy } from "@/core/group";
import { rowValues } from "@/core/sheets/row";
import type { Db } from "@/server/db/connection";
import { findRelease } from "@/server/db/releases";
import { listRowFindings } from "@/server/db/row-findings";
import type { Row, Sheet } from "@/server/db/sheets";
import { notFound } from "@/server/refusal";
import { clipsOf } from "./clips";
import { printOf, releaseOf } from "./prints";

/** Rows as they are shown: with their clips, and what is found about what they say now. */
export async function viewRows(db: Db, sheet: Sheet, rows: readonly Row[]): Promise<RowView[]> {
  const views = new Map<string, RowView>();
  for (const [releaseId, own] of groupBy(rows, (row) => releaseOf(sheet, row))) {
    const release = await findRelease(db, releaseId);
    if (!release) throw notFound("release");
    const { document: design } = release;
    const clips = await clipsOf(db, release, own);
    const printed = own.map((row) => [row, printOf(design, rowValues(design, row.cells))] as const);
    const found = await listRowFindings(
      db,
      releaseId,
      printed.map(([, print]) => print),
    );
    for (const [row, print] of printed) {
      views.set(row.id, { ...toView(row), found: found.get(print) ?? null, clips: clips.get(row.id) ?? [] });
    }
  }
  return rows.map(({ id }) => views.get(id)!);
}

const toView = (row: Row): Omit<RowView, "found" | "clips"> => ({
  id: row.id,
  cells: row.cells,
  state: row.state,
  stateBy: row.stateBy,
  stateAt: row.stateAt?.toISOString() ?? null,
  accepted: [...row.accepted],
  changedBy: row.changedBy,
  changedAt: row.changedAt.toISOString(),
  release: row.releaseId,
});
