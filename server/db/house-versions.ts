import { createHash } from "node:crypto";
import { LRUCache } from "lru-cache";
import type { House } from "@/core/document/house";
import type { Db } from "./connection";
import { setReferences } from "./files";
import { readHouseDocument } from "./house";

/** States of the house style that were read lately: they never change. */
const read = new LRUCache<string, House>({ max: 50 });

/** The hash that a state of the house style is kept under. */
export const houseHash = (house: House): string => createHash("sha256").update(JSON.stringify(house)).digest("hex");

/** Keeps a state of the house style for whoever refers to it; the same state is kept once. Answers its hash. */
export async function keepHouseVersion(db: Db, house: House): Promise<string> {
  const hash = houseHash(house);
  await db("house_version")
    .insert({ hash, document: JSON.stringify(house) })
    .onConflict("hash")
    .ignore();
  await setReferences(db, "house_version", hash, house);
  return hash;
}

/** A state of the house style by its hash. Throws where it is not there: whoever names it has kept it. */
export async function findHouseVersion(db: Db, hash: string): Promise<House> {
  const known = read.get(hash);
  if (known) return known;
  const row = await db("house_version").where({ hash }).first("document");
  if (!row) throw new Error(`the house style ${hash} is gone`);
  const house = readHouseDocument(row.document);
  read.set(hash, house);
  return house;
}
