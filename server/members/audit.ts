import type { z } from "zod";
import { pageSize } from "@/contract/answer";
import type { AuditPage, AuditQuery } from "@/contract/audit";
import { writeCsv } from "@/core/table/csv";
import { addAudit, listAudit, type AuditRow } from "@/server/db/audit";
import { auditNames } from "@/server/db/audit-names";
import { database } from "@/server/db/connection";
import type { Member } from "@/server/db/members";

/** A page of who did what, the newest first. */
export async function readAudit(query: z.output<typeof AuditQuery>): Promise<AuditPage> {
  const rows = await listAudit(database(), { ...query, limit: pageSize + 1 });
  const shown = rows.slice(0, pageSize);
  const nameOf = await auditNames(database(), shown);
  return {
    entries: shown.map((row) => ({ ...row, at: row.at.toISOString(), name: nameOf(row) ?? null })),
    next: rows.length > pageSize ? shown[shown.length - 1]!.seq : null,
  };
}

const together = 2000;
const heading = ["When", "Who", "What", "Object", "Id", "More"];

const lineOf = ({ at, by, action, subject, detail }: AuditRow, name: string | undefined): string[] => [
  at.toISOString(),
  by ?? "",
  action,
  name ?? "",
  subject,
  detail === null ? "" : JSON.stringify(detail),
];

/** All that matches as a table, read piece by piece, however much it is; taking it is written down as well. */
export async function exportAudit(
  member: Member,
  query: z.output<typeof AuditQuery>,
): Promise<ReadableStream<Uint8Array>> {
  const db = database();
  await addAudit(db, { memberId: member.id, action: "audit.export", subject: "audit", detail: query });
  const text = new TextEncoder();
  let before = query.before;
  let begun = false;
  return new ReadableStream({
    async pull(controller) {
      const rows = await listAudit(db, { ...query, before, limit: together });
      const nameOf = await auditNames(db, rows);
      const table = writeCsv({ heading, rows: rows.map((row) => lineOf(row, nameOf(row))) });
      // Mark and heading stand once.
      controller.enqueue(text.encode(begun ? table.slice(table.indexOf("\r\n") + 2) : table));
      begun = true;
      before = rows[rows.length - 1]?.seq;
      if (rows.length < together) controller.close();
    },
  });
}
