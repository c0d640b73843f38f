import type { House } from "@/core/document/house";
import { type Db, fromJson } from "./connection";

export async function findHouse(db: Db): Promise<House | undefined> {
  const row = await db("house").where({ id: 1 }).first();
  return row && fromJson<House>(row.document);
}

export async function addHouse(db: Db, house: House): Promise<void> {
  await db("house").insert({ id: 1, document: JSON.stringify(house) });
}
