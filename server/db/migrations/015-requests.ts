import type { Knex } from "knex";
import { alterOnce, createOnce } from "../steps";

export const name = "015-requests";

/** What was asked for together belongs together; sets of outputs; what a clip was expected to be; files that have gone. */
export async function up(db: Knex): Promise<void> {
  await createOnce(db, "output_set", (t) => {
    t.string("id", 60).primary();
    t.string("name", 80).notNullable();
    t.json("outputs").notNullable();
    t.integer("position").notNullable().defaultTo(0);
  });
  await createOnce(db, "export_request", (t) => {
    t.bigIncrements("seq");
    t.string("id", 20).notNullable().unique();
    t.string("created_by", 20).notNullable().references("member.id");
    t.string("title", 200).notNullable();
    t.dateTime("created_at", { precision: 3 }).notNullable().defaultTo(db.fn.now(3));
  });
  await alterOnce(db, "export", "request_id", (t) => {
    t.string("request_id", 20).index("export_request_of");
  });
  await alterOnce(db, "export", "expected", (t) => {
    t.json("expected");
  });
  await alterOnce(db, "export", "gone_at", (t) => {
    t.dateTime("gone_at", { precision: 3 });
  });
  // What was asked for before was asked for by itself.
  await db.raw(
    `insert ignore into export_request (id, created_by, title, created_at)
     select id, created_by, left(file_name, 200), created_at from export where request_id is null order by seq`,
  );
  await db.raw("update export set request_id = id where request_id is null");
  await db.raw("create index if not exists export_ended on export (state, ended_at)");
}
