import type { Knex } from "knex";
import { alterOnce, indexOnce } from "../steps";

export const name = "021-order-files";

/** A file of a running order's graphic says which order and which of its graphics it is of, so that lists can name it. */
export async function up(db: Knex): Promise<void> {
  await alterOnce(db, "export", "order_id", (t) => {
    t.specificType("order_id", "char(20) character set ascii").nullable();
    t.string("entry_id", 40).nullable();
  });
  await indexOnce(db, "export", ["order_id", "request_id"]);
}
