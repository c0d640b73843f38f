import { z } from "zod";
import { findDraft } from "@/server/db/designs";
import { readStoredHouse } from "@/server/db/house";
import { Refusal } from "@/server/refusal";
import { checkApart, checkFailing } from "../check-apart";
import { defineJob } from "./define";

/** All that can be found about a draft. */
export const job = defineJob({
  payload: z.object({ designId: z.string(), revision: z.number(), houseRevision: z.number() }),
  run: async ({ db, progress, signal }, { designId, revision, houseRevision }) => {
    const draft = await findDraft(db, designId);
    const house = await readStoredHouse(db);
    if (draft?.revision !== revision || house?.revision !== houseRevision) {
      throw new Refusal(409, "moved_on", "The design or the house style was changed meanwhile.");
    }
    progress.stage = "checking";
    const told = (done: number, total: number) => void Object.assign(progress, { done, total });
    return { findings: await checkApart(draft.document, house.document, signal, told) };
  },
  failing: checkFailing,
});
