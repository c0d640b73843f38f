import type { RowView } from "@/contract/sheets";
import type { Filled } from "@/core/checks/define";
import type { Finding } from "@/core/checks/findings";
import { cellChange } from "@/core/sheets/apply";
import type { CellChange } from "@/core/sheets/changes";
import { cellsOfFix, fixOfFault, provenFix } from "@/core/sheets/fixes";
import type { Problem } from "@/core/sheets/problems";
import { rowValues } from "@/core/sheets/row";
import { lookerFor } from "@/ui/fill/use-fixes";
import { deskOf, type SheetState } from "./store";

type View = SheetState["view"];

/** A row as its release is filled in with it. */
export function filledOf(view: View, row: RowView): Filled {
  const { document: design, house } = deskOf(view, row);
  return { design, house, values: rowValues(design, row.cells) };
}

/** The fix of one problem of a row, tried in all formats; undefined where none helps. */
export async function fixOf(view: View, row: RowView, problem: Problem, found: readonly Finding[]) {
  const filled = filledOf(view, row);
  if (problem.fault) return fixOfFault(filled, row.cells, problem.fault);
  return problem.finding && provenFix(problem.finding, found, filled, lookerFor(filled));
}

/** What mends the same problem in many rows: the cells to write, and the rows that nothing helps. */
export async function mendAll(
  view: View,
  rows: readonly { readonly row: RowView; readonly problem: Problem }[],
  onProgress: (done: number) => void,
): Promise<{ cells: CellChange[]; left: number }> {
  const cells: CellChange[] = [];
  let left = 0;
  for (const [i, { row, problem }] of rows.entries()) {
    const fix = await fixOf(view, row, problem, row.found ?? []);
    const changes = fix ? cellsOfFix(fix).flatMap(([column, to]) => cellChange(row, column, to) ?? []) : [];
    if (changes.length === 0) left++;
    cells.push(...changes);
    onProgress(i + 1);
  }
  return { cells, left };
}
