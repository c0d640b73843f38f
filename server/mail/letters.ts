import { addLetter, type Letter } from "@/server/db/letters";
import type { Db } from "@/server/db/connection";
import { addJobs, urgent } from "@/server/db/jobs";

/** Where people reach us, for addresses in letters. */
export const publicUrl = (path: string): string =>
  new URL(path, process.env.PUBLIC_URL ?? `http://127.0.0.1:${process.env.PORT ?? 3000}`).href;

/**
 * Writes a letter, with a job that sends it. Without a server for mail it stays where it is, to be seen in the simulated
 * mailbox.
 */
export async function writeLetter(db: Db, letter: Pick<Letter, "to" | "subject" | "words">): Promise<void> {
  const id = await addLetter(db, letter);
  if (process.env.SMTP_URL) {
    await addJobs(db, null, [{ kind: "letter", payload: { letter: id }, costS: 1, priority: urgent, subject: id }]);
  }
}
