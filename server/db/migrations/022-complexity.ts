import type { Knex } from "knex";
import { alterOnce } from "../steps";

export const name = "022-complexity";

/** How much there is to a release's picture, measured when its poster is made: what sizes of files are estimated by. */
export async function up(db: Knex): Promise<void> {
  await alterOnce(db, "release_poster", "complexity", (t) => {
    t.json("complexity").nullable();
  });
}
