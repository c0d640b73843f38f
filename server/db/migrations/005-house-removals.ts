import type { Knex } from "knex";

export const name = "005-house-removals";

/** What was taken out of the house style, with everything it changed, so that one press brings it back. */
export async function up(db: Knex): Promise<void> {
  if (await db.schema.hasTable("house_removal")) return;
  await db.schema.createTable("house_removal", (t) => {
    t.string("id", 20).primary();
    t.string("member_id", 20).notNullable().references("member.id");
    t.dateTime("at", { precision: 3 }).notNullable().defaultTo(db.fn.now(3));
    t.json("before").notNullable();
    t.integer("revision").notNullable();
    t.json("drafts").notNullable();
    t.boolean("undone").notNullable().defaultTo(false);
  });
}
