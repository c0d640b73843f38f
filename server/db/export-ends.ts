import { nameKey } from "@/core/naming/file-name";
import type { Proof } from "@/core/document/proof";
import { type Db, fromJson } from "./connection";
import { addEvent } from "./events";
import { nameless, type Figures } from "./exports";
import { addReferences, setReferences } from "./files";
import { inTransaction } from "./transaction";

/* How exports end: made, failed, cancelled, or let go after their time; and how they are asked for again. */

type Row = Record<string, unknown>;

export interface FinishedFile {
  readonly hash: string;
  readonly bytes: number;
  readonly proof: Proof;
  readonly figures: Figures;
}

/** Records the stored file of an export that is still asked for; false when nobody wants it any more. */
export async function finishExport(db: Db, id: string, file: FinishedFile): Promise<boolean> {
  const changed = await db("export")
    .where({ id, state: "asked" })
    .update({
      state: "done",
      error: null,
      file_hash: file.hash,
      file_bytes: file.bytes,
      proof: JSON.stringify(file.proof),
      figures: JSON.stringify(file.figures),
      ended_at: db.fn.now(3),
    });
  if (changed === 0) return false;
  await addReferences(db, "export", id, file.hash);
  await takePlace(db, id);
  await addEvent(db, "exports", { ids: [id] });
  return true;
}

/** Puts a finished export in the place of the one that has its name; whichever was asked for last has it in the end. */
async function takePlace(db: Db, id: string): Promise<void> {
  const own = await db("export").where({ id }).forUpdate().first("seq", "replaces", "file_name");
  if (!own?.replaces) return;
  const key = nameKey(own.file_name as string);
  const holder = await db("export").where({ name_key: key }).whereNot({ id }).forUpdate().first("id", "seq");
  const giveUp = (older: string) =>
    db("export")
      .where({ id: older })
      .update({ replaced: true, name_key: nameless(older) });
  if (holder && Number(holder.seq) > Number(own.seq)) return void (await giveUp(id));
  if (holder) await giveUp(holder.id as string);
  // Under another name by now, it takes the place of what it was asked for all the same.
  if (own.replaces !== holder?.id) await giveUp(own.replaces as string);
  await db("export").where({ id }).update({ name_key: key });
}

/** Ends one export that is still asked for, or all that a job was to make. */
async function endThose(db: Db, which: object, state: "failed" | "cancelled", error: string | null): Promise<number> {
  const ids = (
    await db("export")
      .where({ ...which, state: "asked" })
      .select("id")
  ).map(({ id }) => id as string);
  if (ids.length === 0) return 0;
  await db("export")
    .whereIn("id", ids)
    .where({ state: "asked" })
    .update({ state, error, ended_at: db.fn.now(3) });
  await addEvent(db, "exports", { ids });
  return ids.length;
}

/** Ends all that a job was still to make. */
export const endAsked = async (
  db: Db,
  jobId: string,
  state: "failed" | "cancelled",
  error: string | null,
): Promise<void> => void (await endThose(db, { job_id: jobId }, state, error));

/** Ends one export; false when it has ended already. */
export const endExport = async (
  db: Db,
  id: string,
  state: "failed" | "cancelled",
  error: string | null,
): Promise<boolean> => (await endThose(db, { id }, state, error)) > 0;

/** Asks again, by another job, for an export that failed, was cancelled, or whose file has gone; false when it is none. */
export async function askAgain(db: Db, id: string, jobId: string): Promise<boolean> {
  const changed = await db("export")
    .where({ id })
    .where((any) => void any.whereIn("state", ["failed", "cancelled"]).orWhereNotNull("gone_at"))
    .update({ state: "asked", job_id: jobId, error: null, ended_at: null, gone_at: null });
  if (changed > 0) await addEvent(db, "exports", { ids: [id] });
  return changed > 0;
}

/** Lets go of files that were made more than so many days ago. Answers how many. */
export async function letGo(db: Db, days: number, most: number): Promise<number> {
  const rows: Row[] = await db("export")
    .where({ state: "done" })
    .whereNull("gone_at")
    .where("ended_at", "<", db.raw("date_sub(now(3), interval ? day)", [days]))
    .orderBy("ended_at")
    .limit(most)
    .select("id", "settings", "fill", "running_order");
  for (const { id, settings, fill, running_order: order } of rows) {
    await inTransaction(db, async (trx) => {
      const own = { id: id as string, state: "done" };
      const gone = await trx("export")
        .where(own)
        .update({ gone_at: db.fn.now(3), file_hash: null });
      if (gone > 0) {
        const document = [fromJson(settings), fromJson(fill), order ? fromJson(order) : null];
        await setReferences(trx, "export", own.id, document);
      }
    });
  }
  if (rows.length > 0) await addEvent(db, "exports", { ids: rows.map(({ id }) => id) });
  return rows.length;
}
