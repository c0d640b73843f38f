import type { Knex } from "knex";
import { alterOnce, createOnce, indexOnce } from "../steps";

export const name = "018-people";

/** Second factors, the devices somebody is signed in on, letters, and what holders of links say. */
export async function up(db: Knex): Promise<void> {
  await alterOnce(db, "member", "second_factor", (t) => {
    // Sealed; and the last code that was used, which is good only once.
    t.text("second_factor");
    t.bigInteger("second_factor_step").unsigned();
    // Hashes of codes for whoever has lost the device.
    t.json("spare_codes");
    t.dateTime("joined_at", { precision: 3 }).notNullable().defaultTo(db.fn.now(3));
  });
  await alterOnce(db, "session", "device", (t) => {
    t.string("device", 160).notNullable().defaultTo("");
    t.string("address", 64).notNullable().defaultTo("");
    t.dateTime("made_at", { precision: 3 }).notNullable().defaultTo(db.fn.now(3));
    t.dateTime("seen_at", { precision: 3 }).notNullable().defaultTo(db.fn.now(3));
  });
  await indexOnce(db, "session", ["member_id"]);
  await alterOnce(db, "link", "name", (t) => {
    t.string("name", 120).notNullable().defaultTo("");
    t.integer("used").unsigned().notNullable().defaultTo(0);
  });
  await indexOnce(db, "link", ["made_by", "made_at"]);
  await createOnce(db, "letter", (t) => {
    t.string("id", 20).primary();
    t.string("to_address", 190).notNullable();
    t.string("subject", 200).notNullable();
    t.text("words").notNullable();
    t.dateTime("written_at", { precision: 3 }).notNullable().defaultTo(db.fn.now(3)).index();
    t.dateTime("sent_at", { precision: 3 });
  });
  await createOnce(db, "link_word", (t) => {
    t.string("id", 20).primary();
    t.string("link_id", 20).notNullable().index();
    t.string("export_id", 20).notNullable().index();
    t.string("who", 80).notNullable();
    // Seconds of the clip that the words are about.
    t.double("at_s");
    t.string("words", 1000).notNullable().defaultTo("");
    t.string("verdict", 10);
    t.dateTime("said_at", { precision: 3 }).notNullable().defaultTo(db.fn.now(3));
  });
}
