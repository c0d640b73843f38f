import type { Knex } from "knex";

/*
 * Changes of tables that may be done twice: a step that was cut off in its middle is simply done again.
 */

export async function createOnce(db: Knex, table: string, build: (t: Knex.CreateTableBuilder) => void): Promise<void> {
  if (!(await db.schema.hasTable(table))) await db.schema.createTable(table, build);
}

/** Changes a table unless it has this column, which the change brings. */
export async function alterOnce(
  db: Knex,
  table: string,
  column: string,
  build: (t: Knex.AlterTableBuilder) => void,
): Promise<void> {
  if (!(await db.schema.hasColumn(table, column))) await db.schema.alterTable(table, build);
}

/** Adds an index unless it is there. */
export async function indexOnce(db: Knex, table: string, columns: readonly string[]): Promise<void> {
  const name = `${table}_${columns.join("_")}_index`;
  await db.raw(`create index if not exists ?? on ?? (${columns.map(() => "??").join(", ")})`, [
    name,
    table,
    ...columns,
  ]);
}
