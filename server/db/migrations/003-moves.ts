import type { Knex } from "knex";
import { createOnce } from "../steps";

export const name = "003-moves";

/** Moves kept under a name, to put on other layers and designs. */
export async function up(db: Knex): Promise<void> {
  await createOnce(db, "saved_move", (t) => {
    t.string("id", 40).primary();
    t.string("name", 80).notNullable();
    t.json("document").notNullable();
    t.string("changed_by", 20).references("member.id");
    t.dateTime("changed_at", { precision: 3 }).notNullable().defaultTo(db.fn.now(3));
  });
}
