import type { Knex } from "knex";
import { alterOnce } from "../steps";

export const name = "008-scale";

/**
 * File names by what they must differ in, each once, found by their beginnings; and the queue in the order in which it is
 * taken.
 */
export async function up(db: Knex): Promise<void> {
  await alterOnce(db, "export_job", "name_key", (t) => {
    t.string("name_key", 255).collate("utf8mb4_bin");
  });
  // Names that were given twice before keep the first as it is.
  await db.raw(
    `update export_job j
     join (select min(seq) as first, lower(file_name) as name from export_job group by lower(file_name)) f
       on f.name = lower(j.file_name)
     set j.name_key = if(j.seq = f.first, f.name, concat(f.name, '#', j.seq))
     where j.name_key is null`,
  );
  await db.schema.alterTable("export_job", (t) => {
    t.string("name_key", 255).notNullable().collate("utf8mb4_bin").alter();
  });
  await db.raw("create unique index if not exists export_job_name on export_job (name_key)");
  await db.raw("create index if not exists export_job_order on export_job (state, priority desc, turn, seq)");
}
