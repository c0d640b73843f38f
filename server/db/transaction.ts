import { setTimeout as pause } from "node:timers/promises";
import type { Knex } from "knex";
import { isUnreachable, type Db } from "./connection";

const mostTries = 6;

const codeOf = (error: unknown): string => (error as { code?: string } | null)?.code ?? "";

/** Two who waited for each other: one of them is sent back by the database, and may simply try again. */
const wasSentBack = (error: unknown): boolean => ["ER_LOCK_DEADLOCK", "ER_LOCK_WAIT_TIMEOUT"].includes(codeOf(error));

/** Whether a row with this key is there already. */
export const isDuplicate = (error: unknown): boolean => codeOf(error) === "ER_DUP_ENTRY";

/** Does a write again when the database sends it back because of others. */
export async function retried<T>(work: () => Promise<T>, mayRepeat = wasSentBack): Promise<T> {
  for (let tries = 1; ; tries++) {
    try {
      return await work();
    } catch (error) {
      if (tries >= mostTries || !mayRepeat(error)) throw error;
      await pause(Math.random() * 20 * 2 ** tries);
    }
  }
}

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
