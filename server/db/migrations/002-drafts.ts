import type { Knex } from "knex";
import { alterOnce, createOnce } from "../steps";

export const name = "002-drafts";

/** Videos kept as frames; who last changed a draft, its tags, its named versions, whether it is put away. */
export async function up(db: Knex): Promise<void> {
  await db.schema.alterTable("media", (t) => {
    t.enum("kind", ["picture", "video", "sound", "font", "frames"]).notNullable().alter();
  });
  await alterOnce(db, "design", "tags", (t) => {
    t.json("tags").notNullable().defaultTo("[]");
    t.boolean("archived").notNullable().defaultTo(false);
    t.dateTime("changed_at", { precision: 3 }).notNullable().defaultTo(db.fn.now(3));
    t.string("changed_by", 20);
    t.index(["archived", "changed_at"]);
  });
  await createOnce(db, "design_version", (t) => {
    t.string("id", 20).primary();
    t.string("design_id", 40).notNullable().references("design.id");
    t.string("name", 80).notNullable();
    t.json("document").notNullable();
    t.string("created_by", 20).references("member.id");
    t.dateTime("created_at", { precision: 3 }).notNullable().defaultTo(db.fn.now(3));
    t.index(["design_id", "created_at"]);
  });
  await alterOnce(db, "design_release", "accepted", (t) => {
    // What was known to be wrong when it was published, and why it went out all the same.
    t.json("accepted").notNullable().defaultTo("[]");
  });
}
