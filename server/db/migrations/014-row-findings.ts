import type { Knex } from "knex";
import { alterOnce, createOnce } from "../steps";

export const name = "014-row-findings";

/**
 * What is found about a row, by what it says and the release it is of; the release of rows that did not move on; what the
 * house asks of rows.
 */
export async function up(db: Knex): Promise<void> {
  await createOnce(db, "row_finding", (t) => {
    t.string("release_id", 20).notNullable();
    t.string("print", 64).notNullable();
    // Which checks there were: others may find more.
    t.string("checks", 16).notNullable();
    t.specificType("findings", "longtext").notNullable();
    t.dateTime("found_at", { precision: 3 }).notNullable().defaultTo(db.fn.now(3)).index();
    t.primary(["release_id", "print"]);
  });
  await alterOnce(db, "house", "rules", (t) => {
    t.json("rules").notNullable().defaultTo("{}");
  });
  await alterOnce(db, "sheet_row", "release_id", (t) => {
    t.string("release_id", 20).references("design_release.id");
  });
}
