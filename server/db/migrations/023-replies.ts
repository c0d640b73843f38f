import type { Knex } from "knex";
import { alterOnce } from "../steps";

export const name = "023-replies";

/** Members reply to what holders of links say of a clip. */
export async function up(db: Knex): Promise<void> {
  await alterOnce(db, "link_word", "reply_to", (t) => {
    t.string("reply_to", 20).nullable();
    t.string("member_id", 20).nullable();
  });
}
