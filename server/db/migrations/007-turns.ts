import type { Knex } from "knex";
import { alterOnce } from "../steps";

export const name = "007-turns";

/** A fair order among members, and failures told apart from tries that ended with their worker. */
export async function up(db: Knex): Promise<void> {
  await alterOnce(db, "export_job", "turn", (t) => {
    t.bigInteger("turn").unsigned().notNullable().defaultTo(0);
    t.integer("failures").notNullable().defaultTo(0);
    t.index(["state", "created_by", "turn"]);
    t.index(["release_id", "state"]);
  });
}
