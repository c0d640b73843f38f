import type { Knex } from "knex";

export const name = "002-drafts";

/** Videos kept as frames. */
export async function up(db: Knex): Promise<void> {
  await db.schema.alterTable("media", (t) => {
    t.enum("kind", ["picture", "video", "sound", "font", "frames"]).notNullable().alter();
  });
}
