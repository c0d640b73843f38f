import type { Knex } from "knex";
import { alterOnce } from "../steps";

export const name = "019-machines";

/** What each worker is, and by which call a job was asked for, so that its lines in the logs can be found together. */
export async function up(db: Knex): Promise<void> {
  await alterOnce(db, "worker", "version", (t) => {
    t.string("version", 60).notNullable().defaultTo("");
    t.bigInteger("memory_bytes").unsigned().notNullable().defaultTo(0);
  });
  await alterOnce(db, "job", "asked_by", (t) => {
    t.string("asked_by", 40).notNullable().defaultTo("");
  });
}
