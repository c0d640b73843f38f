import { setTimeout as pause } from "node:timers/promises";

const mostTries = 6;

export const codeOf = (error: unknown): string => (error as { code?: string } | null)?.code ?? "";

/** Two who waited for each other: one of them is sent back by the database, and may simply try again. */
export const isDeadlock = (error: unknown): boolean => codeOf(error) === "ER_LOCK_DEADLOCK";

export const wasSentBack = (error: unknown): boolean => isDeadlock(error) || codeOf(error) === "ER_LOCK_WAIT_TIMEOUT";

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
