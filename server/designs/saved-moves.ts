import type { z } from "zod";
import type { MoveChange, SavedMoves } from "@/contract/moves";
import type { SavedMove } from "@/core/document/saved-move";
import { idFrom } from "@/core/edit/blank";
import { copied } from "@/core/edit/copied";
import { refreshSaved, wearersOf } from "@/core/edit/saved-moves";
import { addAudit } from "@/server/db/audit";
import { database } from "@/server/db/connection";
import { listDraftsNaming, lockDraft, saveDraft } from "@/server/db/designs";
import * as moves from "@/server/db/saved-moves";
import { inTransaction } from "@/server/db/transaction";
import { notFound, Refusal } from "@/server/refusal";
import { underFreeId } from "./free-id";

/** All saved moves, with the drafts that wear each. */
export async function readMoves(): Promise<z.infer<typeof SavedMoves>> {
  const db = database();
  const stored = await moves.listMoves(db);
  const drafts = await listDraftsNaming(db, '"saved":');
  return {
    moves: stored.map(({ id, document, by, changedAt }) => ({
      ...{ id, document, by, changedAt: changedAt.toISOString() },
      uses: drafts.flatMap((draft) => {
        const layers = wearersOf(draft.document, id).length;
        return layers > 0 ? [{ designId: draft.id, name: draft.document.name, layers }] : [];
      }),
    })),
  };
}

const most = 500;

export async function startMove(document: SavedMove, memberId: string): Promise<{ id: string }> {
  const db = database();
  const taken = new Set((await moves.listMoves(db)).map(({ id }) => id));
  if (taken.size >= most) {
    throw new Refusal(422, "too_many", `There are ${most} saved moves already. Remove some first.`);
  }
  return underFreeId(idFrom(document.name, "move"), taken, (id) =>
    inTransaction(db, async (trx) => {
      await moves.addMove(trx, id, document, memberId);
      await addAudit(trx, { memberId, action: "move.save", subject: id, detail: { name: document.name } });
      return { id };
    }),
  );
}

/** Changes a saved move, and if asked every draft that wears it, each with a new revision. All of it or nothing. */
export async function changeMove(
  id: string,
  { document, everywhere, except }: z.infer<typeof MoveChange>,
  memberId: string,
): Promise<{ designs: number; moves: number }> {
  return inTransaction(database(), async (trx) => {
    if (!(await moves.saveMove(trx, id, document, memberId))) throw notFound("saved move");
    let designs = 0;
    let count = 0;
    if (everywhere) {
      for (const { id: designId } of await listDraftsNaming(trx, `"saved":"${id}"`)) {
        if (designId === except) continue;
        const draft = await lockDraft(trx, designId);
        if (!draft) continue;
        const next = copied(draft.document);
        const changed = refreshSaved(next, id, document);
        if (changed === 0) continue;
        await saveDraft(trx, { id: designId, revision: draft.revision, document: next, memberId });
        designs++;
        count += changed;
      }
    }
    await addAudit(trx, { memberId, action: "move.change", subject: id, detail: { everywhere, designs } });
    return { designs, moves: count };
  });
}

/** Takes a saved move off the list. Designs keep what they wear. */
export async function removeMove(id: string, memberId: string): Promise<null> {
  return inTransaction(database(), async (trx) => {
    if (!(await moves.removeMove(trx, id))) throw notFound("saved move");
    await addAudit(trx, { memberId, action: "move.remove", subject: id, detail: {} });
    return null;
  });
}
