import type { Db } from "./connection";
import { newId } from "./ids";

/** A letter to one person, in plain words. */
export interface Letter {
  readonly id: string;
  readonly to: string;
  readonly subject: string;
  readonly words: string;
  readonly writtenAt: Date;
  readonly sentAt: Date | null;
}

type Row = Record<string, unknown>;

const toLetter = (row: Row): Letter => ({
  id: row.id as string,
  to: row.to_address as string,
  subject: row.subject as string,
  words: row.words as string,
  writtenAt: row.written_at as Date,
  sentAt: row.sent_at as Date | null,
});

export async function addLetter(db: Db, letter: Pick<Letter, "to" | "subject" | "words">): Promise<string> {
  const id = newId();
  await db("letter").insert({ id, to_address: letter.to, subject: letter.subject, words: letter.words });
  return id;
}

export async function findLetter(db: Db, id: string): Promise<Letter | undefined> {
  const row = await db("letter").where({ id }).first();
  return row && toLetter(row);
}

/** A letter that is on its way keeps no words here: what it lets somebody do stands in it. */
export async function markSent(db: Db, id: string): Promise<void> {
  await db("letter")
    .where({ id })
    .update({ sent_at: db.fn.now(3), words: "" });
}

/** The newest letters that were not sent. */
export async function listUnsent(db: Db, limit: number): Promise<Letter[]> {
  const rows: Row[] = await db("letter").whereNull("sent_at").orderBy("written_at", "desc").limit(limit);
  return rows.map(toLetter);
}
