import { z } from "zod";
import { houseDrift } from "@/core/edit/house-use";
import type { ReleaseDrifts } from "@/server/designs/drifts";
import { readStoredHouse } from "@/server/db/house";
import { houseHash } from "@/server/db/house-versions";
import { findRelease } from "@/server/db/releases";
import { Refusal } from "@/server/refusal";
import { defineJob } from "./define";

/** What of the house style is another today than in releases: they are read one by one, by the hundred. */
export const job = defineJob({
  payload: z.object({ houseHash: z.string(), releases: z.array(z.string()) }),
  run: async ({ db, progress, signal }, { houseHash: asked, releases }) => {
    const house = (await readStoredHouse(db))?.document;
    if (!house || houseHash(house) !== asked) throw movedOn();
    Object.assign(progress, { stage: "comparing", total: releases.length });
    const found: z.infer<typeof ReleaseDrifts> = {};
    for (const id of releases) {
      signal.throwIfAborted();
      const release = await findRelease(db, id);
      if (release) found[id] = houseDrift(release.document, release.house, house);
      progress.done++;
    }
    return found;
  },
  failing: (error) => (error instanceof Refusal ? { message: error.message, final: true } : undefined),
});

const movedOn = () => new Refusal(409, "moved_on", "The house style was changed meanwhile.");
