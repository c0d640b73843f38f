import { createHash } from "node:crypto";
import { existsSync, lstatSync, mkdirSync, readdirSync, readFileSync, renameSync, rmSync, statfsSync } from "node:fs";
import { tmpdir } from "node:os";
import { dirname, join } from "node:path";
import { alive, runChild, startChild, stopProcess } from "./processes.mjs";
import { freePort, ownFolder, writeWhole } from "./settings.mjs";
import { StartError, say } from "./say.mjs";
import { Supervised } from "./supervise.mjs";
import { giveTo } from "./user.mjs";

const path = { ...process.env, PATH: `${process.env.PATH}:/usr/sbin` };
const pause = (ms) => new Promise((resolve) => setTimeout(resolve, ms));

/** A short path for the socket, which may have a hundred letters at most, in a folder that is nobody else's. */
function socketFolder(root, user) {
  const near = join(root, "run");
  const name = createHash("sha256").update(root).digest("hex").slice(0, 12);
  const folder = near.length < 80 ? near : join(tmpdir(), `rubrick-${name}`);
  mkdirSync(folder, { recursive: true, mode: 0o700 });
  const owner = lstatSync(folder);
  // Where everybody may make folders, one that is somebody else's may be there already.
  if (folder !== near && (!owner.isDirectory() || ![process.getuid?.(), user?.uid].includes(owner.uid))) {
    throw new StartError(`${folder} belongs to another user. Remove it, then start again.`);
  }
  ownFolder(folder);
  return folder;
}

/** What the server does before it listens: the password of its root, our user, and nobody else. */
const openingSql = ({ databasePassword, databaseRootPassword }) =>
  [
    "CREATE DATABASE IF NOT EXISTS rubrick CHARACTER SET utf8mb4 COLLATE utf8mb4_unicode_ci",
    `ALTER USER root@localhost IDENTIFIED BY '${databaseRootPassword}'`,
    "DELETE FROM mysql.global_priv WHERE NOT (User = 'root' AND Host = 'localhost') AND User <> 'mariadb.sys'",
    "FLUSH PRIVILEGES",
    `CREATE OR REPLACE USER rubrick@'127.0.0.1' IDENTIFIED BY '${databasePassword}'`,
    "GRANT ALL ON rubrick.* TO rubrick@'127.0.0.1'",
  ].join(";\n") + ";\n";

/** Starts MariaDB on loopback with a private data folder, and keeps it running. */
export async function startDatabase(instance) {
  const { root, settings, user, save } = instance;
  // The server refuses to run as root unless it is told so.
  const asUser = !user && process.getuid?.() === 0 ? ["--user=root"] : [];
  const data = join(root, "mariadb");
  const run = socketFolder(root, user);
  const temporary = ownFolder(join(root, "mariadb-tmp"));
  const socket = join(run, "mariadb.sock");
  const pidFile = join(root, "mariadb.pid");
  const log = join(root, "mariadb.log");
  const sql = join(run, "opening.sql");
  await endServersOf(data);
  if (!existsSync(join(data, "mysql"))) await makeData(data, { user, asUser, temporary });
  ownFolder(data);
  settings.databasePort = await freePort(settings.databasePort);
  save();
  writeWhole(sql, openingSql(settings));
  if (!existsSync(log)) writeWhole(log, "");
  for (const own of [data, run, sql, temporary, log]) giveTo(user, own);
  const args = [
    ...[
      "--no-defaults",
      ...asUser,
      `--datadir=${data}`,
      `--socket=${socket}`,
      `--pid-file=${join(run, "mariadb.pid")}`,
    ],
    ...[`--port=${settings.databasePort}`, "--bind-address=127.0.0.1", `--tmpdir=${temporary}`, `--log-error=${log}`],
    ...[`--secure-file-priv=${temporary}`, "--skip-name-resolve", "--local-infile=0"],
    ...["--skip-symbolic-links", "--character-set-server=utf8mb4", "--collation-server=utf8mb4_unicode_ci"],
  ];
  // What it does before it listens is read until it has listened once: then the file goes, with the passwords in it.
  const opening = () => (existsSync(sql) ? [`--init-file=${sql}`] : []);
  const server = new Supervised("database", { pidFile, log }, () =>
    startChild("mariadbd", [...args, ...opening()], { stdio: "ignore", env: path, ...user }),
  );
  server.launch();
  const ping = ["--no-defaults", `--socket=${socket}`, "--connect-timeout=2", "ping"];
  const until = Date.now() + 60_000;
  // A server that still reads what a killed one has left may take the call and not answer it.
  while ((await runChild("mariadb-admin", ping, { timeout: 3000, killSignal: "SIGKILL" })).status !== 0) {
    const ended = server.child.exitCode !== null || server.child.signalCode !== null;
    if (ended || Date.now() > until) {
      await server.stop();
      throw new StartError(`MariaDB did not start; its log is ${log}.`);
    }
    await pause(100);
  }
  rmSync(sql, { force: true });
  return server;
}

/** Megabytes that a fresh database takes, and some room to work in. */
const leastMb = 300;

/** A data folder of its own, made beside its place: cut off in the middle, it is made anew the next time. */
async function makeData(data, { user, asUser, temporary }) {
  say("Preparing the database …");
  const { bavail, bsize } = statfsSync(dirname(data));
  const freeMb = Math.floor((bavail * bsize) / 2 ** 20);
  if (freeMb < leastMb) {
    throw new StartError(
      `The disk of ${dirname(data)} has ${freeMb} MB free; the database alone needs ${leastMb} MB. Free some space, or choose another folder: RUBRICK_FOLDER=/elsewhere npm start`,
    );
  }
  giveTo(user, temporary);
  const made = `${data}.new`;
  for (const old of [made, data]) rmSync(old, { recursive: true, force: true });
  giveTo(user, ownFolder(made));
  const args = ["--no-defaults", `--datadir=${made}`, "--auth-root-authentication-method=normal", "--skip-test-db"];
  // Its own folder for what passes: that of whoever starts may be closed to the database's user.
  const env = { ...path, TMPDIR: temporary };
  const { status, stderr } = await runChild("mariadb-install-db", [...args, ...asUser], { env, ...user });
  if (status !== 0) {
    const lines = stderr.trim().split("\n");
    const errors = lines.filter((line) => /error/i.test(line) && !/Aborting/.test(line));
    throw new StartError(`MariaDB could not be set up: ${(errors.length > 0 ? errors : lines).slice(-3).join(" ")}`);
  }
  renameSync(made, data);
}

/** Servers that a killed start has left running on this data folder. */
async function endServersOf(data) {
  for (const entry of readdirSync("/proc")) {
    const file = `/proc/${entry}/cmdline`;
    if (!/^\d+$/.test(entry) || !existsSync(file)) continue;
    let args = [];
    try {
      args = readFileSync(file, "utf8").split("\0");
    } catch {
      continue; // It has ended meanwhile.
    }
    if (args[0].endsWith("mariadbd") && args.includes(`--datadir=${data}`) && alive(Number(entry))) {
      await stopProcess(Number(entry));
    }
  }
}
