import type { AuditRow } from "./audit";
import type { Db } from "./connection";

/** Where the name of what a deed was done to is kept, by the first word of the deed; ids are told apart by that. */
const places: Readonly<Record<string, { readonly table: string; readonly name: string }>> = {
  account: { table: "member", name: "name" },
  design: { table: "design", name: "name" },
  export: { table: "export", name: "file_name" },
  "link.reply": { table: "export", name: "file_name" },
  "link.word": { table: "export", name: "file_name" },
  member: { table: "member", name: "name" },
  move: { table: "saved_move", name: "name" },
  order: { table: "running_order", name: "name" },
  output: { table: "output", name: "json_value(settings, '$.name')" },
  release: { table: "design", name: "name" },
  request: { table: "export_request", name: "title" },
  row: { table: "sheet", name: "name" },
  sheet: { table: "sheet", name: "name" },
};

const placeOf = ({ action }: AuditRow) => places[action] ?? places[action.split(".")[0]!];

/** What was written down with the deed goes first: what is gone by now had a name then. */
function toldName({ detail }: AuditRow): string | undefined {
  const { name, file, title } = (detail ?? {}) as Readonly<Record<string, unknown>>;
  return [name, file, title].find((one): one is string => typeof one === "string" && one !== "");
}

/** What the deeds were done to, by the names that people know, as far as there are any. */
export async function auditNames(db: Db, rows: readonly AuditRow[]): Promise<(row: AuditRow) => string | undefined> {
  const wanted = new Map<string, Set<string>>();
  for (const row of rows) {
    const place = placeOf(row);
    if (!place || toldName(row) !== undefined) continue;
    const key = `${place.table} ${place.name}`;
    wanted.set(key, (wanted.get(key) ?? new Set()).add(row.subject));
  }
  const found = new Map<string, string>();
  await Promise.all(
    [...wanted].map(async ([key, ids]) => {
      const [table, ...name] = key.split(" ") as [string, ...string[]];
      const named: { id: string; name: string | null }[] = await db(table)
        .whereIn("id", [...ids])
        .select("id", db.raw(`${name.join(" ")} as name`));
      for (const one of named) if (one.name !== null) found.set(`${table} ${one.id}`, one.name);
    }),
  );
  return (row) => toldName(row) ?? found.get(`${placeOf(row)?.table} ${row.subject}`);
}
