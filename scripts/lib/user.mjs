import { spawnSync } from "node:child_process";
import { chownSync, lstatSync, readdirSync, readFileSync, statSync } from "node:fs";
import { dirname, join } from "node:path";
import { say } from "./say.mjs";

const name = "rubrick";

/** A user of this machine by name, from its own list; undefined without one. */
function findUser() {
  const line = readFileSync("/etc/passwd", "utf8")
    .split("\n")
    .find((entry) => entry.startsWith(`${name}:`));
  const [uid, gid] = line?.split(":").slice(2, 4).map(Number) ?? [];
  return uid === undefined || gid === undefined ? undefined : { uid, gid };
}

/** The first folder on the way to a path that others may not pass through. */
function closedOnTheWay(path) {
  for (let folder = path; ; folder = dirname(folder)) {
    if ((statSync(folder).mode & 0o001) === 0) return folder;
    if (folder === dirname(folder)) return undefined;
  }
}

/**
 * Who database, pages and workers run as: ourselves, or, started by the system's root, a system user of their own, made
 * when it is missing. Where that user can't get at our folders they have to run as root, which is said.
 */
export function ownUser(root) {
  if (process.getuid?.() !== 0) return undefined;
  const closed = [root, process.cwd(), process.execPath].map(closedOnTheWay).find(Boolean);
  if (closed) {
    say(`Everything runs as root: other users can’t get through ${closed}. Better start Rubrick as a plain user.`);
    return undefined;
  }
  const known = findUser();
  if (known) return known;
  spawnSync("useradd", ["--system", "--user-group", "--no-create-home", "--shell", "/usr/sbin/nologin", name], {
    stdio: "ignore",
    env: { ...process.env, PATH: `${process.env.PATH}:/usr/sbin` },
  });
  const made = findUser();
  if (!made) say(`Everything runs as root: the system user “${name}” could not be made.`);
  return made;
}

/** Gives a folder and all below it to a user, unless it is theirs already. */
export function giveTo(user, path) {
  if (!user || lstatSync(path).uid === user.uid) return;
  give(user, path);
}

function give(user, path) {
  if (lstatSync(path).isSymbolicLink()) return;
  if (lstatSync(path).isDirectory()) for (const entry of readdirSync(path)) give(user, join(path, entry));
  // Itself last: a folder that is theirs is theirs with all below it.
  chownSync(path, user.uid, user.gid);
}
