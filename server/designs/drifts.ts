import { createHash } from "node:crypto";
import { z } from "zod";
import type { HouseDrifts, RepublishRequest } from "@/contract/house";
import { database } from "@/server/db/connection";
import { houseHash } from "@/server/db/house-versions";
import { askOnce, urgent } from "@/server/db/jobs";
import { listReleasesBehind } from "@/server/db/releases";
import { Refusal } from "@/server/refusal";
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
    return values.length > 0 ? [{ id, designId, name, release: number, clips, values }] : [];
  });
  return { drifts };
}

/** Checking one release, most of it. */
const secondsPerPublication = 4;

/** Asks for new releases of these, with the house style as it is now; asked twice it is the same job. */
export async function republish(
  { revision, releases }: z.output<typeof RepublishRequest>,
  memberId: string,
): Promise<{ job: string }> {
  const house = await readHouse();
  if (house.revision !== revision) {
    throw new Refusal(409, "moved_on", "The house style has been changed meanwhile. Reload to see what differs now.");
  }
  const payload = { houseHash: houseHash(house.document), releases: [...new Set(releases)].sort(), memberId };
  const subject = createHash("sha256").update(JSON.stringify(payload)).digest("hex");
  const costS = releases.length * secondsPerPublication;
  const job = await askOnce(database(), memberId, { kind: "republish", payload, costS, priority: urgent, subject });
  return { job: job.id };
}
