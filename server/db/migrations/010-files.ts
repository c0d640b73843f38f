import type { Knex } from "knex";
import { fromJson } from "../connection";
import { addReferences, setReferences } from "../files";
import { createOnce } from "../steps";

export const name = "010-files";

/** Every stored file has a row, and rows that say who refers to it; each state of the house style is kept once. */
export async function up(db: Knex): Promise<void> {
  await createOnce(db, "stored_file", (t) => {
    t.string("hash", 64).primary();
    t.bigInteger("bytes").unsigned().notNullable();
    t.dateTime("stored_at", { precision: 3 }).notNullable().defaultTo(db.fn.now(3)).index();
  });
  await createOnce(db, "file_reference", (t) => {
    t.string("kind", 20).notNullable();
    t.string("id", 64).notNullable();
    t.string("hash", 64).notNullable().index();
    t.primary(["kind", "id", "hash"]);
  });
  await createOnce(db, "house_version", (t) => {
    t.string("hash", 64).primary();
    t.json("document").notNullable();
    t.dateTime("created_at", { precision: 3 }).notNullable().defaultTo(db.fn.now(3));
  });
  await db.raw("insert ignore into stored_file (hash, bytes) select hash, bytes from media");
  await db.raw(
    "insert ignore into stored_file (hash, bytes) select file_hash, file_bytes from export where file_hash is not null",
  );
  await db.raw(
    "insert ignore into file_reference (kind, id, hash) select 'footage', hash, hash from media where is_footage = 1",
  );
  await db.raw(
    "insert ignore into file_reference (kind, id, hash) select 'export', id, file_hash from export where file_hash is not null",
  );
  for (const { document } of await db("house").select("document")) {
    await setReferences(db, "house", "1", fromJson(document));
  }
  for (const { id, before } of await db("house_removal").where({ undone: false }).select("id", "before")) {
    await setReferences(db, "removal", id, fromJson(before));
  }
  for (const { id, settings } of await db("output").select("id", "settings")) {
    await setReferences(db, "output", id, fromJson(settings));
  }
  for (const { id, settings } of await db("export").select("id", "settings")) {
    await addReferences(db, "export", id, fromJson(settings));
  }
  if (await db.schema.hasColumn("design_release", "house")) await partHouses(db);
}

/** Releases name the state of the house style that they were published with. */
async function partHouses(db: Knex): Promise<void> {
  if (!(await db.schema.hasColumn("design_release", "house_hash"))) {
    await db.schema.alterTable("design_release", (t) => {
      t.string("house_hash", 64).index();
    });
  }
  // The text of the column, as it is: the same state is the same text.
  await db.raw("insert ignore into house_version (hash, document) select sha2(house, 256), house from design_release");
  await db.raw("update design_release set house_hash = sha2(house, 256) where house_hash is null");
  for (const { hash, document } of await db("house_version").select("hash", "document")) {
    await setReferences(db, "house_version", hash, fromJson(document));
  }
  await db.raw("alter table design_release modify house_hash varchar(64) not null");
  await db.raw("alter table design_release drop column if exists house");
}
