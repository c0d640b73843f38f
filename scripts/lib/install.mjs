import { createHash } from "node:crypto";
import { existsSync, readFileSync, statfsSync, writeFileSync } from "node:fs";
import { runChild } from "./processes.mjs";
import { StartError, say } from "./say.mjs";

/** Debian packages by the program that shows they are there. */
const forRunning = { mariadbd: "mariadb-server", ffmpeg: "ffmpeg", gifsicle: "gifsicle" };
const forTesting = { ...forRunning, chromium: "chromium", mediainfo: "mediainfo", mkvmerge: "mkvtoolnix" };

const onPath = (program) =>
  [...(process.env.PATH ?? "").split(":"), "/usr/sbin"].some((folder) => existsSync(`${folder}/${program}`));

export function checkMachine() {
  const [major, minor] = process.versions.node.split(".").map(Number);
  if (major < 20 || (major === 20 && minor < 19)) {
    throw new StartError(`Rubrick needs Node.js 20.19 or newer; this is ${process.versions.node}.`);
  }
  const { bavail, bsize } = statfsSync(".");
  if (bavail * bsize < 1e9) {
    throw new StartError("Less than 1 GB of disk space is free here. Free some, then start again.");
  }
}

/** Installs the Debian packages that are missing. */
export async function installPackages({ testing = false } = {}) {
  const wanted = testing ? forTesting : forRunning;
  const missing = Object.entries(wanted).flatMap(([program, name]) => (onPath(program) ? [] : [name]));
  if (missing.length === 0) return;
  const command = `apt-get install -y ${missing.join(" ")}`;
  if (process.getuid?.() !== 0) throw new StartError(`Missing: ${missing.join(", ")}. Run: sudo ${command}`);
  say(`Installing ${missing.join(", ")} …`);
  const env = { ...process.env, DEBIAN_FRONTEND: "noninteractive" };
  await runChild("apt-get", ["update", "-qq"], { env });
  // Recommended packages stay out: a server's mail and a browser's desktop are of no use here.
  const args = ["install", "-y", "-qq", "--no-install-recommends", ...missing];
  const { status, stderr } = await runChild("apt-get", args, { env });
  if (status !== 0) throw new StartError(`Could not install ${missing.join(", ")}: ${stderr.trim().split("\n").pop()}`);
}

/** Installs the npm packages of the lock file, unless that was already done. */
export async function installModules() {
  const lock = createHash("sha256").update(readFileSync("package-lock.json")).digest("hex");
  const mark = "node_modules/.rubrick-lock";
  if (existsSync(mark) && readFileSync(mark, "utf8") === lock) return;
  say("Installing npm packages …");
  const { status, stderr } = await runChild("npm", ["ci", "--no-audit", "--no-fund"], {
    env: { ...process.env, NODE_ENV: "development" },
  });
  if (status !== 0) throw new StartError(`npm ci failed: ${stderr.trim().split("\n").slice(-5).join("\n")}`);
  writeFileSync(mark, lock);
}
