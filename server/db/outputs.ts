import type { Output } from "@/core/outputs/output";
import { type Db, fromJson } from "./connection";
import { setReferences } from "./files";

export async function listOutputs(db: Db): Promise<Output[]> {
  const rows = await db("output").orderBy("position");
  return rows.map((row) => fromJson<Output>(row.settings));
}

export async function addOutput(db: Db, output: Output, position: number): Promise<void> {
  await db("output").insert({ id: output.id, settings: JSON.stringify(output), position });
  await setReferences(db, "output", output.id, output);
}
