import type { Knex } from "knex";
import { indexOnce } from "../steps";

export const name = "020-long-queue";

/** With thousands of clips waiting, what the next turn is and how many are made of a release is read from indexes alone. */
export async function up(db: Knex): Promise<void> {
  await indexOnce(db, "job", ["state", "turn"]);
  await indexOnce(db, "export", ["release_id", "state"]);
}
