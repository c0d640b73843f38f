import type { Knex } from "knex";
import { codeOf, retried, wasSentBack } from "./again";
import { isUnreachable, type Db } from "./connection";

/** Whether a row with this key is there already. */
export const isDuplicate = (error: unknown): boolean => codeOf(error) === "ER_DUP_ENTRY";

/**
 * All of it or nothing. Done again when the database sends it back because of others, or when the connection goes before
 * the last step was asked for: then nothing of it is there.
 */
export async function inTransaction<T>(
  db: Db,
  work: (trx: Db) => Promise<T>,
  settings?: Knex.TransactionConfig,
): Promise<T> {
  // Within another one it stands or falls with that: the database sends back the whole of both.
  if (db.isTransaction) return db.transaction(work);
  let asked = false;
  const once = () => {
    asked = false;
    return db.transaction(async (trx) => {
      const answer = await work(trx);
      asked = true;
      return answer;
    }, settings);
  };
  return retried(once, (error) => wasSentBack(error) || (!asked && isUnreachable(error) && codeOf(error) !== ""));
}
