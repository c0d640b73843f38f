import type { Db } from "./connection";
import * as first from "./migrations/001-first";
import * as drafts from "./migrations/002-drafts";
import * as moves from "./migrations/003-moves";
import * as accepted from "./migrations/004-accepted";
import * as removals from "./migrations/005-house-removals";
import * as sessions from "./migrations/006-sessions";
import * as turns from "./migrations/007-turns";
import * as scale from "./migrations/008-scale";
import * as jobs from "./migrations/009-jobs";
import * as files from "./migrations/010-files";
import * as links from "./migrations/011-links";
import * as sheets from "./migrations/012-sheets";
import * as posters from "./migrations/013-posters";
import * as rowFindings from "./migrations/014-row-findings";
import * as requests from "./migrations/015-requests";
import * as orders from "./migrations/016-orders";
import * as packages from "./migrations/017-packages";
import * as people from "./migrations/018-people";
import * as machines from "./migrations/019-machines";
import * as longQueue from "./migrations/020-long-queue";
import * as orderFiles from "./migrations/021-order-files";
import * as complexity from "./migrations/022-complexity";
import * as replies from "./migrations/023-replies";

/** In the order they run; never changed once released, only added to. */
const migrations = [
  first,
  drafts,
  moves,
  accepted,
  removals,
  sessions,
  turns,
  scale,
  jobs,
  files,
  links,
  sheets,
  posters,
  rowFindings,
  requests,
  orders,
  packages,
  people,
  machines,
  longQueue,
  orderFiles,
  complexity,
  replies,
];

/** In the order they are applied. */
export const migrationNames: readonly string[] = migrations.map(({ name }) => name);
export const lastMigration = migrationNames[migrationNames.length - 1]!;

const source = {
  getMigrations: async () => migrations,
  getMigrationName: (migration: (typeof migrations)[number]) => migration.name,
  getMigration: async (migration: (typeof migrations)[number]) => ({ up: migration.up, down: async () => undefined }),
};

/** Brings the database to the newest shape; several processes may call it at once. */
export async function migrate(db: Db): Promise<void> {
  // Held by the connection, so that it goes with a process that is killed; knex keeps its own mark in a table, where
  // one that was killed leaves it for good.
  const lock = await db.client.acquireConnection();
  try {
    const [rows] = (await lock.promise().query("select get_lock('rubrick.migrate', 120) as got")) as [
      { got: number }[],
    ];
    if (rows[0]?.got !== 1) throw new Error("another process has been changing the tables for two minutes");
    await db.migrate.forceFreeMigrationsLock({ migrationSource: source });
    // MariaDB can't roll back table changes, so a transaction around them would only pretend to: every step can be
    // repeated instead.
    await db.migrate.latest({ migrationSource: source, disableTransactions: true });
  } finally {
    await lock.promise().query("do release_lock('rubrick.migrate')");
    await db.client.releaseConnection(lock);
  }
}

/** Names of what has been done to the tables. */
export async function appliedMigrations(db: Db): Promise<string[]> {
  const rows = await db("knex_migrations").orderBy("id").select("name");
  return rows.map(({ name }) => name as string);
}
