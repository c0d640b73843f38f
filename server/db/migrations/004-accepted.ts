import type { Knex } from "knex";

export const name = "004-accepted";

/** What was known to be wrong with an export, and why it was made all the same. */
export async function up(db: Knex): Promise<void> {
  if (await db.schema.hasColumn("export_job", "accepted")) return;
  await db.schema.alterTable("export_job", (t) => {
    t.json("accepted").notNullable().defaultTo("[]");
  });
}
