import type { Knex } from "knex";
import { alterOnce } from "../steps";

export const name = "004-accepted";

/** What was known to be wrong with an export, and why it was made all the same. */
export async function up(db: Knex): Promise<void> {
  await alterOnce(db, "export_job", "accepted", (t) => {
    t.json("accepted").notNullable().defaultTo("[]");
  });
}
