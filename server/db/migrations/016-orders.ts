import type { Knex } from "knex";
import { alterOnce, createOnce } from "../steps";

export const name = "016-orders";

/** Running orders, what of them is on the air, and exports of a whole order. */
export async function up(db: Knex): Promise<void> {
  await createOnce(db, "running_order", (t) => {
    t.string("id", 20).primary();
    t.string("name", 120).notNullable();
    t.specificType("document", "longtext").notNullable();
    t.integer("entries").notNullable().defaultTo(0);
    t.integer("revision").notNullable().defaultTo(1);
    t.string("made_by", 20).references("member.id");
    t.string("changed_by", 20).references("member.id");
    t.dateTime("changed_at", { precision: 3 }).notNullable().defaultTo(db.fn.now(3)).index();
    t.dateTime("removed_at", { precision: 3 });
  });
  await createOnce(db, "live_page", (t) => {
    t.string("id", 20).primary();
    t.string("order_id", 20).notNullable().references("running_order.id");
    t.string("name", 80).notNullable();
    t.string("format", 40).notNullable();
    t.integer("revision").notNullable().defaultTo(1);
    // Of what is shown or waits to be: pages ask for it anew when it goes up.
    t.integer("version").notNullable().defaultTo(0);
    // What is shown, what takes its place when nothing is, and how far it is.
    t.specificType("shown", "longtext");
    t.specificType("coming", "longtext");
    t.json("state").notNullable();
    t.json("last");
    t.string("made_by", 20).references("member.id");
    t.dateTime("made_at", { precision: 3 }).notNullable().defaultTo(db.fn.now(3));
    t.dateTime("removed_at", { precision: 3 });
  });
  await alterOnce(db, "export", "running_order", (t) => {
    t.specificType("running_order", "longtext");
  });
}
