import { z } from "zod";
import type { Finding } from "@/core/checks/findings";
import { runApart, ApartError } from "@/server/apart";
import { findDraft } from "@/server/db/designs";
import { readStoredHouse } from "@/server/db/house";
import { Refusal } from "@/server/refusal";
import { defineJob } from "./define";

const limits = { timeMs: 90_000, memoryMb: 2500 };

/** All that can be found about a draft filled with its samples, in every format; it paints, so it has a process of its own. */
export const job = defineJob({
  payload: z.object({ designId: z.string(), revision: z.number(), houseRevision: z.number() }),
  run: async ({ db, progress, signal }, { designId, revision, houseRevision }) => {
    const draft = await findDraft(db, designId);
    const house = await readStoredHouse(db);
    if (draft?.revision !== revision || house?.revision !== houseRevision) {
      throw new Refusal(409, "moved_on", "The design or the house style was changed meanwhile.");
    }
    progress.stage = "checking";
    const findings = await runApart({
      program: "server/designs/checks-program.ts",
      input: { design: draft.document, house: house.document },
      settings: ["STORAGE_URL", "WORK_FOLDER", "DATABASE_URL"],
      shape: z.array(z.custom<Finding>()),
      onProgress: (done, total) => Object.assign(progress, { done, total }),
      signal,
      ...limits,
    });
    return { findings };
  },
  failing: (error) => {
    if (error instanceof Refusal) return { message: error.message, final: true };
    if (!(error instanceof ApartError)) return undefined;
    const much = error.reason === "time" ? "it takes longer than a minute and a half" : "it takes too much memory";
    const message = `This design can’t be checked: ${much}. Use fewer layers, or smaller pictures.`;
    return { message, final: true };
  },
});
