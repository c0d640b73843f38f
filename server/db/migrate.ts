import type { Db } from "./connection";
import * as first from "./migrations/001-first";
import * as drafts from "./migrations/002-drafts";
import * as moves from "./migrations/003-moves";
import * as accepted from "./migrations/004-accepted";
import * as removals from "./migrations/005-house-removals";

/** In the order they run; never changed once released, only added to. */
const migrations = [first, drafts, moves, accepted, removals];

const source = {
  getMigrations: async () => migrations,
  getMigrationName: (migration: (typeof migrations)[number]) => migration.name,
  getMigration: async (migration: (typeof migrations)[number]) => ({ up: migration.up, down: async () => undefined }),
};

/** Brings the database to the newest shape; several processes may call it at once. */
export async function migrate(db: Db): Promise<void> {
  // MariaDB can't roll back table changes, so a transaction around them would only pretend to.
  await db.migrate.latest({ migrationSource: source, disableTransactions: true });
}
