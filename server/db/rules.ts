import { HouseRules } from "@/contract/rules";
import { fromJson, type Db } from "./connection";

/** What the house asks of rows before clips are made of them. */
export async function readRules(db: Db): Promise<HouseRules> {
  const row = await db("house").where({ id: 1 }).first("rules");
  return HouseRules.parse(row ? fromJson<unknown>(row.rules) : {});
}

export async function saveRules(db: Db, rules: HouseRules): Promise<void> {
  await db("house")
    .where({ id: 1 })
    .update({ rules: JSON.stringify(rules) });
}
