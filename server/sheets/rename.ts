import { groupBy } from "@/core/group";
import { nameFactsOf } from "@/core/naming/facts";
import { fileName, fileStem, nameKey } from "@/core/naming/file-name";
import type { NameFacts } from "@/core/naming/pattern";
import { rowValues } from "@/core/sheets/row";
import { addAudit } from "@/server/db/audit";
import { database, type Db } from "@/server/db/connection";
import { renameExport, takenFileNames } from "@/server/db/export-names";
import type { Member } from "@/server/db/members";
import { listOutputs } from "@/server/db/outputs";
import { findRelease } from "@/server/db/releases";
import { listRowExports, listRows } from "@/server/db/sheets";
import { inTransaction } from "@/server/db/transaction";
import { isNamedAs } from "@/server/exports/names";
import { madeOutput } from "@/core/outputs/output";
import { releaseOf } from "./prints";
import { existingSheet } from "./sheets";

/** Calls files of a sheet after what their rows say now; those that are called so already stay. Answers how many. */
export async function renameRowFiles(
  member: Member,
  sheetId: string,
  exports: readonly string[],
): Promise<{ renamed: number }> {
  const db = database();
  const sheet = await existingSheet(db, sheetId);
  const rows = await listRows(db, sheetId);
  const wanted = new Set(exports);
  const all = (
    await listRowExports(
      db,
      rows.map(({ id }) => id),
    )
  ).filter(({ id }) => wanted.has(id));
  const byRow = groupBy(all, ({ rowId }) => rowId);
  const outputs = new Map((await listOutputs(db)).map((output) => [output.id, output]));
  let renamed = 0;
  for (const row of rows) {
    const own = byRow.get(row.id) ?? [];
    const release = own.length > 0 ? await findRelease(db, releaseOf(sheet, row)) : undefined;
    if (!release) continue;
    const facts = nameFactsOf(release.document, release.house, rowValues(release.document, row.cells));
    for (const one of own) {
      const output = outputs.get(one.outputId);
      if (!output) continue;
      const named: NameFacts = {
        ...{ ...facts, release: release.number, format: one.format, row: row.place + 1, counter: renamed + 1 },
        ...{ output: madeOutput(output, release.document), date: new Date().toISOString().slice(0, 10) },
      };
      if (isNamedAs(one.fileName, named)) continue;
      await renameOne(db, member, one, named);
      renamed += 1;
    }
  }
  return { renamed };
}

async function renameOne(
  db: Db,
  member: Member,
  { id, fileName: from }: { readonly id: string; readonly fileName: string },
  facts: NameFacts,
): Promise<void> {
  await inTransaction(db, async (trx) => {
    const taken = await takenFileNames(trx, [fileStem(facts)]);
    const to = fileName(facts, (key) => taken.has(key) && key !== nameKey(from));
    await renameExport(trx, id, to);
    await addAudit(trx, { memberId: member.id, action: "export.rename", subject: id, detail: { from, to } });
  });
}
