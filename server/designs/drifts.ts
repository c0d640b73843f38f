import { createHash } from "node:crypto";
import { z } from "zod";
import type { HouseDrifts } from "@/contract/house";
import { database } from "@/server/db/connection";
import { houseHash } from "@/server/db/house-versions";
import { askOnce, urgent } from "@/server/db/jobs";
import { listReleasesBehind } from "@/server/db/releases";
import { readHouse } from "./house";

/** What a drifts job answers: which house values of a release are other ones now, in words, by the release's id. */
export const ReleaseDrifts = z.record(z.string(), z.array(z.string()));

const secondsPerRelease = 0.01;

/**
 * The newest releases that were published with other house values than there are now, or the job that compares them. Only
 * releases with another state of the house style are compared, and the same ones only once.
 */
export async function readDrifts(memberId: string): Promise<HouseDrifts | { job: string }> {
  const db = database();
  const now = houseHash((await readHouse()).document);
  const behind = await listReleasesBehind(db, now);
  if (behind.length === 0) return { drifts: [] };
  const releases = behind.map(({ id }) => id);
  const payload = { houseHash: now, releases };
  const subject = createHash("sha256").update(JSON.stringify(payload)).digest("hex");
  const costS = behind.length * secondsPerRelease;
  const job = await askOnce(db, memberId, { kind: "drifts", payload, costS, priority: urgent, subject });
  if (job.state !== "done") return { job: job.id };
  const found = ReleaseDrifts.parse(job.result);
  const drifts = behind.flatMap(({ id, designId, name, number, clips }) => {
    const values = found[id] ?? [];
    return values.length > 0 ? [{ designId, name, release: number, clips, values }] : [];
  });
  return { drifts };
}
