import { House } from "@/core/document/house";
import { type Db, fromJson } from "./connection";
import { addEvent } from "./events";
import { setReferences } from "./files";

/** A stored house style; what later versions have added is filled in. */
export const readHouseDocument = (stored: unknown): House => House.parse(fromJson<unknown>(stored));

export async function findHouse(db: Db): Promise<House | undefined> {
  const row = await db("house").where({ id: 1 }).first();
  return row && readHouseDocument(row.document);
}

export async function addHouse(db: Db, house: House): Promise<void> {
  await db("house").insert({ id: 1, document: JSON.stringify(house) });
  await setReferences(db, "house", "1", house);
}

export interface StoredHouse {
  readonly document: House;
  readonly revision: number;
}

/** The house style with its revision; locked until the transaction ends where `lock` says so. */
export async function readStoredHouse(db: Db, lock = false): Promise<StoredHouse | undefined> {
  const query = db("house").where({ id: 1 });
  const row = await (lock ? query.forUpdate() : query).first();
  return row && { document: readHouseDocument(row.document), revision: row.revision };
}

/** Puts a new state in the place of `revision`; false when the house style has moved on. */
export async function saveHouse(db: Db, document: House, revision: number): Promise<boolean> {
  const change = { document: JSON.stringify(document), revision: revision + 1 };
  if ((await db("house").where({ id: 1, revision }).update(change)) !== 1) return false;
  await setReferences(db, "house", "1", document);
  await addEvent(db, "house", { revision: revision + 1 });
  return true;
}
