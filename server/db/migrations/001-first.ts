import type { Knex } from "knex";
import { createOnce } from "../steps";

export const name = "001-first";

export async function up(db: Knex): Promise<void> {
  await createOnce(db, "member", (t) => {
    t.string("id", 20).primary();
    t.string("email", 190).notNullable().unique();
    t.string("name", 120).notNullable();
    t.enum("role", ["owner", "designer", "contributor"]).notNullable();
    t.string("password_hash", 255).notNullable();
    t.boolean("active").notNullable().defaultTo(true);
    t.integer("session_epoch").notNullable().defaultTo(1);
    t.dateTime("created_at", { precision: 3 }).notNullable().defaultTo(db.fn.now(3));
  });
  await createOnce(db, "sign_in_limit", (t) => {
    t.string("key", 255).primary();
    t.integer("points").notNullable().defaultTo(0);
    t.bigInteger("expire").unsigned();
  });
  await createOnce(db, "house", (t) => {
    t.integer("id").primary();
    t.json("document").notNullable();
    t.integer("revision").notNullable().defaultTo(1);
  });
  await createOnce(db, "media", (t) => {
    t.string("hash", 64).primary();
    t.string("name", 190).notNullable();
    t.enum("kind", ["picture", "video", "sound", "font"]).notNullable();
    t.string("mime", 100).notNullable();
    t.bigInteger("bytes").unsigned().notNullable();
    t.integer("width");
    t.integer("height");
    t.double("duration_s");
    t.boolean("is_footage").notNullable().defaultTo(false);
    t.dateTime("created_at", { precision: 3 }).notNullable().defaultTo(db.fn.now(3));
  });
  await createOnce(db, "design", (t) => {
    t.string("id", 40).primary();
    t.string("name", 80).notNullable();
    t.json("draft").notNullable();
    t.integer("revision").notNullable().defaultTo(1);
    t.dateTime("created_at", { precision: 3 }).notNullable().defaultTo(db.fn.now(3));
  });
  await createOnce(db, "design_release", (t) => {
    t.string("id", 20).primary();
    t.string("design_id", 40).notNullable().references("design.id");
    t.integer("number").notNullable();
    t.json("document").notNullable();
    // A release never changes, so it keeps the house style it was published with.
    t.json("house").notNullable();
    t.string("published_by", 20).references("member.id");
    t.dateTime("published_at", { precision: 3 }).notNullable().defaultTo(db.fn.now(3));
    t.unique(["design_id", "number"]);
  });
  await createOnce(db, "output", (t) => {
    t.string("id", 40).primary();
    t.json("settings").notNullable();
    t.integer("position").notNullable().defaultTo(0);
  });
  await createOnce(db, "export_job", (t) => {
    // Order of asking: clips asked for at once share their instant.
    t.bigIncrements("seq");
    t.string("id", 20).notNullable().unique();
    t.string("release_id", 20).notNullable().references("design_release.id");
    t.string("format", 40).notNullable();
    t.json("settings").notNullable();
    t.json("fill").notNullable();
    t.string("file_name", 190).notNullable();
    t.string("created_by", 20).notNullable().references("member.id");
    t.dateTime("created_at", { precision: 3 }).notNullable().defaultTo(db.fn.now(3));
    t.enum("state", ["waiting", "leased", "done", "failed", "cancelled"]).notNullable().defaultTo("waiting");
    t.integer("priority").notNullable().defaultTo(0);
    t.dateTime("available_at", { precision: 3 }).notNullable().defaultTo(db.fn.now(3));
    t.string("lease_token", 40);
    t.integer("attempts").notNullable().defaultTo(0);
    t.boolean("cancel_requested").notNullable().defaultTo(false);
    t.integer("frames_done").notNullable().defaultTo(0);
    t.integer("frames_total").notNullable().defaultTo(0);
    t.string("stage", 20).notNullable().defaultTo("waiting");
    t.text("error");
    t.string("file_hash", 64);
    t.bigInteger("file_bytes").unsigned();
    t.json("proof");
    t.json("figures");
    t.dateTime("ended_at", { precision: 3 });
    t.index(["state", "available_at"]);
  });
  await createOnce(db, "audit", (t) => {
    t.bigIncrements("id");
    t.dateTime("at", { precision: 3 }).notNullable().defaultTo(db.fn.now(3));
    t.string("member_id", 20);
    t.string("action", 60).notNullable();
    t.string("subject", 60).notNullable();
    t.json("detail");
  });
}
