import { spawnSync } from "node:child_process";
import { randomBytes } from "node:crypto";
import { readdirSync, readFileSync, renameSync } from "node:fs";
import { join } from "node:path";
import { database } from "@/server/db/connection";
import { pause } from "../support/api";

/*
 * What can happen to a running instance: processes that are killed, stand still or go on late, a database or a store that
 * is away, events that are told twice or not at all.
 */

const folder = process.env.RUBRICK_TEST_FOLDER ?? ".rubrick";

/** The same numbers for the same seed. Source: mulberry32. */
export function randomFrom(seed: number): () => number {
  let state = seed >>> 0;
  return () => {
    state = (state + 0x6d2b79f5) >>> 0;
    let t = Math.imul(state ^ (state >>> 15), 1 | state);
    t = (t + Math.imul(t ^ (t >>> 7), 61 | t)) ^ t;
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296;
  };
}

/** What the command lines of an instance's processes have in them. */
const commands: Readonly<Record<string, string>> = { web: "next", worker: "worker/main", mariadb: "mariadbd" };

/** The number of one of the instance's processes; nothing while it is not back, and never somebody else's that got its number. */
function pidOf(name: string): number | undefined {
  try {
    const pid = Number(readFileSync(join(folder, `${name}.pid`), "utf8"));
    return readFileSync(`/proc/${pid}/cmdline`, "latin1").includes(commands[name]!) ? pid : undefined;
  } catch {
    return undefined;
  }
}

/** The number of the process that has started another; nothing once that has ended. */
function parentOf(pid: number): number | undefined {
  try {
    return Number(/^PPid:\s+(\d+)/m.exec(readFileSync(`/proc/${pid}/status`, "latin1"))![1]);
  } catch {
    return undefined;
  }
}

/** What this instance's worker encodes and reads back with; other people's encoders are none of ours. */
function encoders(): number[] {
  const worker = pidOf("worker");
  const isOurs = (pid: number): boolean => {
    for (let at: number | undefined = pid; at !== undefined && at > 1; at = parentOf(at))
      if (at === worker) return true;
    return false;
  };
  return readdirSync("/proc")
    .filter((entry) => /^\d+$/.test(entry))
    .map(Number)
    .filter((pid) => {
      try {
        return readFileSync(`/proc/${pid}/cmdline`, "latin1").startsWith("ffmpeg") && isOurs(pid);
      } catch {
        return false;
      }
    });
}

/** Sends a signal; whether there was a process to take it. */
function signal(pid: number | undefined, name: NodeJS.Signals): boolean {
  try {
    return pid !== undefined && process.kill(pid, name);
  } catch {
    return false;
  }
}

export interface Fault {
  readonly name: string;
  /** How often it comes, beside the others. */
  readonly weight: number;
  /** Answers whether it did happen: what it falls on may not be there just now. */
  readonly happen: (random: () => number) => Promise<boolean>;
}

const kill =
  (name: string): Fault["happen"] =>
  async () =>
    signal(pidOf(name), "SIGKILL");

/** Stands still for so long and goes on as if nothing had been. */
async function stoppedFor(pid: number | undefined, ms: number): Promise<boolean> {
  if (!signal(pid, "SIGSTOP")) return false;
  await pause(ms);
  return signal(pid, "SIGCONT");
}

/** Kills one of the processes that encode, as soon as there is one. */
async function encoderKilled(random: () => number): Promise<boolean> {
  for (let tries = 0; tries < 100; tries++) {
    if (signal(pick(encoders(), random), "SIGKILL")) return true;
    await pause(100);
  }
  return false;
}

/** Has the database change events; whether there were any. */
const ofEvents =
  (sql: string): Fault["happen"] =>
  async () => {
    const done = await database()
      .raw(sql)
      .catch(() => undefined);
    return ((done as { affectedRows?: number }[] | undefined)?.[0]?.affectedRows ?? 0) > 0;
  };

/** Longer than a lease lasts: somebody else has the job when it goes on. */
const pastLeaseMs = 17_000;

const storage = join(folder, "storage");

export const faults: readonly Fault[] = [
  { name: "worker killed", weight: 6, happen: kill("worker") },
  { name: "worker told to stop", weight: 2, happen: async () => signal(pidOf("worker"), "SIGTERM") },
  { name: "encoder killed", weight: 6, happen: encoderKilled },
  { name: "pages killed", weight: 4, happen: kill("web") },
  { name: "database killed", weight: 3, happen: kill("mariadb") },
  {
    name: "worker still for a moment",
    weight: 3,
    happen: (random) => stoppedFor(pidOf("worker"), 500 + random() * 2500),
  },
  { name: "worker still past its lease", weight: 1, happen: () => stoppedFor(pidOf("worker"), pastLeaseMs) },
  {
    name: "database still for seconds",
    weight: 2,
    happen: (random) => stoppedFor(pidOf("mariadb"), 1000 + random() * 3000),
  },
  {
    name: "store away for seconds",
    weight: 2,
    happen: async (random) => {
      renameSync(storage, `${storage}-away`);
      try {
        await pause(500 + random() * 1500);
      } finally {
        // Whatever was put into a store that was made anew meanwhile is put where the others are.
        bringBack();
      }
      return true;
    },
  },
  {
    name: "disk full for seconds",
    weight: 2,
    happen: async (random) => {
      // A tiny disk is laid over the folder of clips and uploads in hand; only the system's root may do so.
      const work = join(folder, "work");
      if (spawnSync("mount", ["-t", "tmpfs", "-o", "size=64k,mode=777", "tmpfs", work]).status !== 0) return false;
      await pause(1500 + random() * 2500);
      spawnSync("umount", ["--lazy", work]);
      return true;
    },
  },
  {
    name: "events told twice",
    weight: 2,
    happen: ofEvents("insert into event (topic, body) select topic, body from event order by seq desc limit 20"),
  },
  { name: "events lost", weight: 2, happen: ofEvents("delete from event order by seq desc limit 10") },
];

const pick = <T>(list: readonly T[], random: () => number): T | undefined => list[Math.floor(random() * list.length)];

/** One of the faults, by their weights. */
export function drawn(random: () => number): Fault {
  const total = faults.reduce((sum, { weight }) => sum + weight, 0);
  let left = random() * total;
  return faults.find(({ weight }) => (left -= weight) < 0) ?? faults[0]!;
}

function bringBack(): void {
  const away = `${storage}-away`;
  let made: string[];
  try {
    made = readdirSync(storage);
  } catch {
    renameSync(away, storage);
    return;
  }
  for (const part of made) {
    for (const name of readdirSync(join(storage, part))) {
      const target = join(away, part);
      try {
        renameSync(join(storage, part, name), join(target, name));
      } catch {
        renameSync(join(storage, part), target);
        break;
      }
    }
  }
  renameSync(storage, `${storage}-empty-${randomBytes(4).toString("hex")}`);
  renameSync(away, storage);
}
