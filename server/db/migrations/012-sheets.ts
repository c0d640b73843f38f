import type { Knex } from "knex";
import { alterOnce, createOnce } from "../steps";

export const name = "012-sheets";

/** Sheets with their rows; an export may be of a row, and says what its file was made from. */
export async function up(db: Knex): Promise<void> {
  await createOnce(db, "sheet", (t) => {
    t.string("id", 20).primary();
    t.string("name", 80).notNullable();
    t.string("release_id", 20).notNullable().references("design_release.id");
    // A single clip is a sheet of one row, which nobody sees as one.
    t.boolean("single").notNullable().defaultTo(false);
    t.json("formats").notNullable();
    t.json("outputs").notNullable();
    t.string("made_by", 20).notNullable().references("member.id");
    t.dateTime("made_at", { precision: 3 }).notNullable().defaultTo(db.fn.now(3));
    t.dateTime("changed_at", { precision: 3 }).notNullable().defaultTo(db.fn.now(3)).index();
    t.dateTime("removed_at", { precision: 3 });
  });
  await createOnce(db, "sheet_row", (t) => {
    t.string("id", 20).primary();
    t.string("sheet_id", 20).notNullable().references("sheet.id");
    t.double("place").notNullable();
    t.json("cells").notNullable();
    t.enum("state", ["draft", "ready", "approved"]).notNullable().defaultTo("draft");
    t.string("state_by", 20).references("member.id");
    t.dateTime("state_at", { precision: 3 });
    t.json("accepted").notNullable();
    t.string("changed_by", 20).references("member.id");
    t.dateTime("changed_at", { precision: 3 }).notNullable().defaultTo(db.fn.now(3));
    t.index(["sheet_id", "place"], "sheet_row_order");
  });
  await alterOnce(db, "export", "row_id", (t) => {
    t.string("row_id", 20).index();
    t.string("row_print", 64);
    t.string("replaces", 20);
    t.boolean("replaced").notNullable().defaultTo(false);
  });
}
