import { createHash } from "node:crypto";
import { factsOf } from "@/core/outputs/output";
import { copiedS } from "@/core/outputs/receivers";
import { database } from "@/server/db/connection";
import { findExport } from "@/server/db/exports";
import { askOnce, urgent } from "@/server/db/jobs";
import type { Member } from "@/server/db/members";
import { Refusal } from "@/server/refusal";
import { finishedExport } from "./exports";

/** Copying takes about so long for each second of the file. */
const costPerS = 1.5;
/** What takes longer waits its turn: short work of others must not wait behind it. */
const mostUrgentS = 15;

/** Has a copy made that browsers can show, of a file that they can't. Answers the job; the same one on the same day. */
export async function askForLook(member: Member, id: string): Promise<{ job: string }> {
  const { hash, output } = await finishedExport(id);
  if (factsOf(output).seen !== "nothing") {
    throw new Refusal(409, "seen", "Browsers show this kind as it is; there is no need for a copy.");
  }
  const row = await findExport(database(), id);
  const costS = 2 + Math.min(copiedS, row?.proof?.durationS ?? 10) * costPerS;
  const today = new Date().toISOString().slice(0, 10);
  const subject = createHash("sha256").update(`${hash}:${member.id}:${today}`).digest("hex");
  const priority = costS <= mostUrgentS ? urgent : 0;
  const asked = { kind: "look", payload: { export: id }, costS, priority, subject };
  const job = await askOnce(database(), member.id, asked);
  return { job: job.id };
}
