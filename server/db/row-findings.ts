import { createHash } from "node:crypto";
import { allChecks } from "@/core/checks/codes";
import type { Finding } from "@/core/checks/findings";
import { fromJson, type Db } from "./connection";

/** Which checks there are: what others have found is found anew. */
const checks = createHash("sha256")
  .update(
    allChecks
      .map(({ code, severity }) => `${code} ${severity}`)
      .sort()
      .join(),
  )
  .digest("hex")
  .slice(0, 16);

const many = 500;

/** What was found about rows of a release, by their prints; nothing of those that nobody has looked at. */
export async function listRowFindings(
  db: Db,
  releaseId: string,
  prints: readonly string[],
): Promise<Map<string, Finding[]>> {
  const found = new Map<string, Finding[]>();
  for (let from = 0; from < prints.length; from += many) {
    const rows = await db("row_finding")
      .where({ release_id: releaseId, checks })
      .whereIn("print", prints.slice(from, from + many))
      .select("print", "findings");
    for (const { print, findings } of rows) found.set(print as string, fromJson(findings));
  }
  return found;
}

/** Keeps what was found about a row. */
export async function keepRowFindings(db: Db, releaseId: string, print: string, findings: readonly Finding[]) {
  await db("row_finding")
    .insert({ release_id: releaseId, print, checks, findings: JSON.stringify(findings) })
    .onConflict(["release_id", "print"])
    .merge({ checks, findings: JSON.stringify(findings), found_at: db.raw("now(3)") });
}
