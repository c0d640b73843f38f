import type { ExportView } from "@/contract/exports";
import { allows } from "@/server/auth/principal";
import { database } from "@/server/db/connection";
import type { Export } from "@/server/db/exports";
import type { Member } from "@/server/db/members";
import { readRules } from "@/server/db/rules";
import type { Ahead } from "@/server/db/workers";
import { aheadOf } from "@/server/jobs/queue-facts";

const dayMs = 24 * 3600 * 1000;
/** Days before it goes that a file says so. */
const warnDays = 14;

/** Everyone may stop and repeat what they have asked for; a designer or owner what anybody has. */
export const mayAct = (member: Member, createdBy: string): boolean =>
  createdBy === member.id || allows("designer", member.role);

/** Exports as they are shown; those that wait with what is before them. */
export async function toViews(rows: readonly Export[], member: Member): Promise<ExportView[]> {
  const waiting = rows.flatMap(({ state, jobId }) => (state === "waiting" && jobId ? [jobId] : []));
  const [ahead, { keepDays }] = await Promise.all([aheadOf(waiting), readRules(database())]);
  return rows.map((row) => toView(row, member, ahead.get(row.jobId ?? ""), keepDays));
}

function toView(row: Export, member: Member, ahead: Ahead | undefined, keepDays: number): ExportView {
  return {
    id: row.id,
    design: row.designName,
    release: row.releaseNumber,
    format: row.format,
    output: row.output,
    fileName: row.fileName,
    by: row.createdByName,
    mine: mayAct(member, row.createdBy),
    createdAt: row.createdAt.toISOString(),
    state: row.state,
    stage: row.stage,
    attempts: row.attempts,
    worker: row.worker,
    ahead: ahead?.jobs ?? null,
    aboutS: ahead ? Math.ceil(ahead.seconds) : null,
    framesDone: row.framesDone,
    framesTotal: row.framesTotal,
    error: row.error,
    bytes: row.fileBytes,
    proof: row.proof,
    expected: row.expected,
    goneAt: row.goneAt?.toISOString() ?? null,
    goesAt: goesAt(row, keepDays),
    figures: row.figures,
  };
}

/** When a file goes, if that is soon. */
function goesAt({ state, endedAt, goneAt }: Export, keepDays: number): string | null {
  if (keepDays === 0 || state !== "done" || !endedAt || goneAt) return null;
  const at = endedAt.getTime() + keepDays * dayMs;
  return at - Date.now() < warnDays * dayMs ? new Date(at).toISOString() : null;
}
