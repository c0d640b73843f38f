import type { Knex } from "knex";
import { createOnce } from "../steps";

export const name = "013-posters";

/** A picture of each release for the shelf, made once. */
export async function up(db: Knex): Promise<void> {
  await createOnce(db, "release_poster", (t) => {
    t.string("release_id", 20).primary();
    t.string("hash", 64).notNullable();
    t.bigInteger("bytes").unsigned().notNullable();
    t.dateTime("made_at", { precision: 3 }).notNullable().defaultTo(db.fn.now(3));
  });
}
