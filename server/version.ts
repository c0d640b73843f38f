import { existsSync, readFileSync } from "node:fs";
import { lastMigration } from "@/server/db/migrate";

let known: string | undefined;

/** What this process runs: the state of the tables it knows, and what it was built from. */
export function version(): string {
  const mark = ".next/rubrick-programs";
  known ??= `${lastMigration} ${existsSync(mark) ? readFileSync(mark, "utf8").slice(0, 8) : "source"}`;
  return known;
}
