import type { Knex } from "knex";
import { createOnce } from "../steps";

export const name = "005-house-removals";

/** What was taken out of the house style, with everything it changed, so that one press brings it back. */
export async function up(db: Knex): Promise<void> {
  await createOnce(db, "house_removal", (t) => {
    t.string("id", 20).primary();
    t.string("member_id", 20).notNullable().references("member.id");
    t.dateTime("at", { precision: 3 }).notNullable().defaultTo(db.fn.now(3));
    t.json("before").notNullable();
    t.integer("revision").notNullable();
    t.json("drafts").notNullable();
    t.boolean("undone").notNullable().defaultTo(false);
  });
}
