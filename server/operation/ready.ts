import { statfs } from "node:fs/promises";
import { dirname } from "node:path";
import { database, isUnreachable } from "@/server/db/connection";
import { appliedMigrations, migrationNames } from "@/server/db/migrate";
import { listWorkers } from "@/server/db/workers";
import { store } from "@/server/files/storage";
import { version } from "@/server/version";

declare global {
  /** Set by whoever wants this process to end once what is in hand is done. */
  var rubrickDraining: boolean | undefined;
}

export interface Readiness {
  readonly ready: boolean;
  readonly version: string;
  readonly database: "reachable" | "gone" | "older" | "newer";
  readonly storage: "reachable" | "full" | "gone";
  readonly draining: boolean;
  readonly workers: number;
  /** Workers that run another version than this process does. */
  readonly strangers: readonly string[];
}

/** Whether this process can serve people now, and whether the workers are of its own kind. */
export async function readReadiness(): Promise<Readiness> {
  const draining = globalThis.rubrickDraining === true;
  const [tables, storage] = await Promise.all([stateOfTables(), stateOfStorage()]);
  const workers = tables === "gone" ? [] : await listWorkers(database()).catch(() => []);
  const own = version();
  return {
    ready: !draining && tables === "reachable" && storage === "reachable",
    ...{ version: own, database: tables, storage, draining, workers: workers.length },
    strangers: workers.filter((worker) => worker.version !== own).map(({ name }) => name),
  };
}

async function stateOfTables(): Promise<Readiness["database"]> {
  try {
    const applied = await appliedMigrations(database());
    if (migrationNames.some((name) => !applied.includes(name))) return "older";
    return applied.some((name) => !migrationNames.includes(name)) ? "newer" : "reachable";
  } catch (error) {
    if (!isUnreachable(error)) throw error;
    return "gone";
  }
}

/** Less room than this on the disk of the store takes no clip more. */
const leastBytes = 32 * 1024 * 1024;

async function stateOfStorage(): Promise<Readiness["storage"]> {
  try {
    const { has, pathOf } = await store();
    await has("0".repeat(64));
    if (!pathOf) return "reachable";
    const { bavail, bsize } = await statfs(dirname(dirname(pathOf("0".repeat(64)))));
    return bavail * bsize < leastBytes ? "full" : "reachable";
  } catch {
    return "gone";
  }
}
