import type { OutputSet } from "@/core/outputs/set";
import { type Db, fromJson } from "./connection";

export async function listOutputSets(db: Db): Promise<OutputSet[]> {
  const rows = await db("output_set").orderBy("position");
  return rows.map((row) => ({ id: row.id, name: row.name, outputs: fromJson<string[]>(row.outputs) }));
}

const asRow = ({ name, outputs }: OutputSet) => ({ name, outputs: JSON.stringify(outputs) });

export const addOutputSet = async (db: Db, set: OutputSet, position: number): Promise<void> =>
  void (await db("output_set").insert({ id: set.id, ...asRow(set), position }));

/** Changes a set; false when there is none. */
export const saveOutputSet = async (db: Db, set: OutputSet): Promise<boolean> =>
  (await db("output_set").where({ id: set.id }).update(asRow(set))) > 0;

export const removeOutputSet = async (db: Db, id: string): Promise<boolean> =>
  (await db("output_set").where({ id }).del()) > 0;
