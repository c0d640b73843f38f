import type { Output } from "@/core/outputs/output";
import { type Db, fromJson } from "./connection";
import { setReferences } from "./files";

export async function listOutputs(db: Db): Promise<Output[]> {
  const rows = await db("output").orderBy("position");
  return rows.map((row) => fromJson<Output>(row.settings));
}

export async function findOutput(db: Db, id: string): Promise<Output | undefined> {
  const row = await db("output").where({ id }).first();
  return row && fromJson<Output>(row.settings);
}

export async function saveOutput(db: Db, output: Output): Promise<void> {
  await db("output")
    .where({ id: output.id })
    .update({ settings: JSON.stringify(output) });
  await setReferences(db, "output", output.id, output);
}

export async function removeOutput(db: Db, id: string): Promise<void> {
  await db("output").where({ id }).del();
  await setReferences(db, "output", id, null);
}

/** How many files of sheets were made as each output, and how many sheets are made as it. */
export async function countOutputUses(db: Db): Promise<Map<string, { files: number; sheets: number }>> {
  const uses = new Map<string, { files: number; sheets: number }>();
  const of = (id: string) => uses.get(id) ?? uses.set(id, { files: 0, sheets: 0 }).get(id)!;
  const files: Record<string, unknown>[] = await db("export")
    .whereNotNull("row_id")
    .where({ replaced: false, state: "done" })
    .groupByRaw("json_value(settings, '$.id')")
    .select(db.raw("json_value(settings, '$.id') as id, count(*) as n"));
  for (const { id, n } of files) of(String(id)).files = Number(n);
  const sheets: Record<string, unknown>[] = await db("sheet").whereNull("removed_at").select("outputs");
  for (const row of sheets) for (const id of fromJson<string[]>(row.outputs)) of(id).sheets++;
  return uses;
}

export async function addOutput(db: Db, output: Output, position: number): Promise<void> {
  await db("output").insert({ id: output.id, settings: JSON.stringify(output), position });
  await setReferences(db, "output", output.id, output);
}
