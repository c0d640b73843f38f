import { nameKey } from "@/core/naming/file-name";
import type { Db } from "./connection";
import { addEvent } from "./events";
import { nameless } from "./exports";

type Row = Record<string, unknown>;

/** Keys of file names in use that begin with one of these stems. */
export async function takenFileNames(db: Db, stems: readonly string[]): Promise<Set<string>> {
  const rows = await db("export")
    .where((any) => {
      for (const stem of stems.map(nameKey)) {
        any.orWhereRaw("name_key like ? escape '!'", [`${stem.replace(/[!%_]/g, "!$&")}%`]);
      }
    })
    .select("name_key");
  return new Set(rows.map((row) => row.name_key as string));
}

/** The exports that have these names, by `nameKey`, and whether there is a file, or is to be one. */
export async function findNamed(
  db: Db,
  keys: readonly string[],
): Promise<Map<string, { readonly id: string; readonly there: boolean }>> {
  const rows: Row[] = await db("export").whereIn("name_key", keys).select("id", "name_key", "state", "gone_at");
  const there = ({ state, gone_at }: Row) => state === "asked" || (state === "done" && gone_at === null);
  return new Map(rows.map((row) => [row.name_key as string, { id: row.id as string, there: there(row) }]));
}

/** Gives an export another name; one that is still to take another's place takes its name over when it is made. */
export async function renameExport(db: Db, id: string, fileName: string): Promise<void> {
  const row = await db("export").where({ id }).forUpdate().first("name_key");
  if (!row) return;
  const isNameless = (row.name_key as string) === nameless(id);
  await db("export")
    .where({ id })
    .update({ file_name: fileName, ...(isNameless ? {} : { name_key: nameKey(fileName) }) });
  await addEvent(db, "exports", { ids: [id] });
}
