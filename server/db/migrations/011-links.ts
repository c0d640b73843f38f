import type { Knex } from "knex";
import { createOnce } from "../steps";

export const name = "011-links";

/** Links that let somebody do one thing without an account. Only a hash of what is in the link is kept. */
export async function up(db: Knex): Promise<void> {
  await createOnce(db, "link", (t) => {
    t.string("id", 20).primary();
    t.string("token_hash", 64).notNullable().unique();
    t.string("kind", 20).notNullable();
    t.json("scope").notNullable();
    t.string("made_by", 20).references("member.id");
    t.dateTime("made_at", { precision: 3 }).notNullable().defaultTo(db.fn.now(3));
    t.dateTime("ends_at", { precision: 3 }).notNullable().index();
    t.dateTime("revoked_at", { precision: 3 });
    t.integer("uses_left").unsigned();
    t.dateTime("used_at", { precision: 3 });
  });
}
