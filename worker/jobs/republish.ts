import { z } from "zod";
import { Republished } from "@/contract/house";
import { openStops } from "@/core/checks/findings";
import type { House } from "@/core/document/house";
import type { Db } from "@/server/db/connection";
import { readStoredHouse } from "@/server/db/house";
import { houseHash } from "@/server/db/house-versions";
import { urgentWait } from "@/server/db/jobs";
import { findNewestRelease, findRelease } from "@/server/db/releases";
import { publish } from "@/server/designs/publish";
import { Refusal } from "@/server/refusal";
import { checkApart, checkFailing } from "../check-apart";
import { defineJob, GiveWay } from "./define";

/**
 * Publishes releases again with the house style of today, each once it is checked; what is stopped by its checks stays
 * as it is, and is told. Done again, after a kill, it goes on with those that have no such release yet. Checking one takes
 * seconds: between two of them it gives way to what others wait for.
 */
export const job = defineJob({
  payload: z.object({
    ...{ houseHash: z.string(), releases: z.array(z.string()), memberId: z.string() },
    /** What became of the first of them, before it gave way. */
    done: Republished.default([]),
  }),
  run: async ({ db, progress, signal }, { done, ...asked }): Promise<Republished> => {
    const { releases, memberId } = asked;
    const results = [...done];
    Object.assign(progress, { stage: "checking", total: releases.length, done: results.length });
    for (const id of releases.slice(done.length)) {
      signal.throwIfAborted();
      if (results.length > done.length && (await urgentWait(db))) throw new GiveWay({ ...asked, done: results });
      const house = (await readStoredHouse(db))?.document;
      if (!house || houseHash(house) !== asked.houseHash) {
        throw new Refusal(409, "moved_on", "The house style was changed meanwhile. Reload to see what differs now.");
      }
      results.push(await publishAgain(db, id, house, memberId, signal));
      progress.done++;
    }
    return results;
  },
  failing: checkFailing,
});

async function publishAgain(
  db: Db,
  id: string,
  house: House,
  memberId: string,
  signal: AbortSignal,
): Promise<Republished[number]> {
  const release = await findRelease(db, id);
  if (!release) return { release: id, name: "", state: "stopped", message: "This release is not here any more." };
  const { document, accepted, designId } = release;
  const told = { release: id, name: document.name };
  const newest = await findNewestRelease(db, designId);
  if (newest && newest.id !== id) {
    if (newest.houseHash === houseHash(house)) return { ...told, state: "published", number: newest.number };
    return { ...told, state: "stopped", message: `Release ${newest.number} has been published meanwhile.` };
  }
  try {
    const [stop] = openStops(await checkApart(document, house, signal), accepted);
    if (stop) return { ...told, state: "stopped", message: stop.message };
  } catch (error) {
    const failing = checkFailing(error);
    if (!failing) throw error;
    return { ...told, state: "stopped", message: failing.message };
  }
  const { number } = await publish(db, { document, house, memberId, accepted });
  return { ...told, state: "published", number };
}
