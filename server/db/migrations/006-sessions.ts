import type { Knex } from "knex";
import { createOnce } from "../steps";

export const name = "006-sessions";

/** Sessions that are on: signing out ends one for good, wherever its cookie has been copied to. */
export async function up(db: Knex): Promise<void> {
  await createOnce(db, "session", (t) => {
    t.string("id", 20).primary();
    t.string("member_id", 20).notNullable().references("member.id");
    t.dateTime("started_at", { precision: 3 }).notNullable().defaultTo(db.fn.now(3));
    t.dateTime("ends_at", { precision: 3 }).notNullable();
    t.index(["ends_at"]);
  });
}
