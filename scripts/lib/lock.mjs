import { existsSync, linkSync, readFileSync, renameSync, rmSync, writeFileSync } from "node:fs";
import { join } from "node:path";
import { StartError } from "./say.mjs";

/** When a process began, so that its number used again by another is not taken for it. */
function beganAt(pid) {
  const file = `/proc/${pid}/stat`;
  if (!existsSync(file)) return undefined;
  const text = readFileSync(file, "utf8");
  return text.slice(text.lastIndexOf(")") + 2).split(" ")[19];
}

/**
 * One start for a folder of data. The lock names the process that holds it, and is worth nothing when that has ended.
 * Throws a StartError when another one runs. Answers how to give it back.
 */
export function lockFolder(root) {
  const file = join(root, "lock");
  const own = `${file}.${process.pid}`;
  const mine = JSON.stringify({ pid: process.pid, began: beganAt(process.pid) });
  writeFileSync(own, mine, { mode: 0o600 });
  try {
    for (let tries = 0; tries < 5; tries++) {
      try {
        // A link is made whole or not at all, by one of us.
        linkSync(own, file);
        return () => {
          if (existsSync(file) && readFileSync(file, "utf8") === mine) rmSync(file, { force: true });
        };
      } catch (error) {
        if (error.code !== "EEXIST") throw error;
      }
      const held = holderOf(file);
      if (held) {
        throw new StartError(
          `Rubrick is running from this folder already (process ${held}). Stop it first, or choose another folder: RUBRICK_FOLDER=.rubrick-2 npm start`,
        );
      }
      // Moved aside before it goes: of two who find it stale only one moves it.
      try {
        renameSync(file, `${own}.stale`);
        rmSync(`${own}.stale`, { force: true });
      } catch {
        // Somebody else was quicker.
      }
    }
    throw new StartError("Another start holds this folder just now. Try again in a moment.");
  } finally {
    rmSync(own, { force: true });
  }
}

/** The living process that holds a lock; undefined when it has ended or the lock can't be read. */
function holderOf(file) {
  try {
    const { pid, began } = JSON.parse(readFileSync(file, "utf8"));
    return beganAt(pid) === began ? pid : undefined;
  } catch {
    return undefined;
  }
}
