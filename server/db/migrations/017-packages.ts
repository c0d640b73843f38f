import type { Knex } from "knex";
import { indexOnce } from "../steps";

export const name = "017-packages";

/** What was done to one thing, by one person, or of one kind is found without reading all of the audit. */
export async function up(db: Knex): Promise<void> {
  await indexOnce(db, "audit", ["subject", "action"]);
  await indexOnce(db, "audit", ["member_id", "id"]);
  await indexOnce(db, "audit", ["action", "id"]);
}
