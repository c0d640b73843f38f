import { execFileSync, spawn, spawnSync } from "node:child_process";
import { existsSync, mkdirSync, readFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { createHash } from "node:crypto";
import { freePort } from "./settings.mjs";
import { StartError, say } from "./say.mjs";

const asRoot = process.getuid?.() === 0;
const user = asRoot ? ["--user=root"] : [];
const path = { ...process.env, PATH: `${process.env.PATH}:/usr/sbin` };

const alive = (pid) => {
  try {
    process.kill(pid, 0);
    return true;
  } catch {
    return false;
  }
};

/** Starts MariaDB on loopback with a private data folder, or takes over one that a killed start left running. */
export async function startDatabase(instance) {
  const { root, settings, save } = instance;
  const data = join(root, "mariadb");
  // Socket paths are limited to about 100 characters, so it can't lie in a deep project folder.
  const name = createHash("sha256").update(root).digest("hex").slice(0, 12);
  const socket = join(tmpdir(), `rubrick-${name}.sock`);
  const pidFile = join(root, "mariadb.pid");
  const ping = () =>
    spawnSync("mariadb-admin", ["--no-defaults", `--socket=${socket}`, "--connect-timeout=2", "ping"], {
      stdio: "ignore",
    }).status === 0;

  const running = (child) => (existsSync(pidFile) ? Number(readFileSync(pidFile, "utf8")) : child);
  const left = existsSync(pidFile) ? Number(readFileSync(pidFile, "utf8")) : 0;
  if (left && alive(left) && ping()) return { stop: () => stopProcess(running(left)) };
  if (ping()) {
    // The socket's name is made from our folder: this server is ours, and its folder was deleted under it.
    spawnSync("mariadb-admin", ["--no-defaults", `--socket=${socket}`, "-u", "root", "shutdown"], { stdio: "ignore" });
    for (let i = 0; i < 100 && ping(); i++) await new Promise((resolve) => setTimeout(resolve, 100));
  }

  const fresh = !existsSync(join(data, "mysql"));
  if (fresh) {
    say("Preparing the database …");
    mkdirSync(data, { recursive: true });
    const args = ["--no-defaults", `--datadir=${data}`, "--auth-root-authentication-method=normal", "--skip-test-db"];
    const made = spawnSync("mariadb-install-db", [...args, ...user], { env: path, encoding: "utf8" });
    if (made.status !== 0) throw new StartError(`MariaDB could not be set up: ${made.stderr.trim().split("\n").pop()}`);
  }
  settings.databasePort = await freePort(settings.databasePort);
  save();
  const log = join(root, "mariadb.log");
  const server = spawn(
    "mariadbd",
    [
      "--no-defaults",
      ...user,
      `--datadir=${data}`,
      `--socket=${socket}`,
      `--pid-file=${pidFile}`,
      `--port=${settings.databasePort}`,
      "--bind-address=127.0.0.1",
      `--tmpdir=${tmpdir()}`,
      `--log-error=${log}`,
      "--character-set-server=utf8mb4",
      "--collation-server=utf8mb4_unicode_ci",
    ],
    // In a group of its own, so that Ctrl-C reaches it last.
    { detached: true, stdio: "ignore", env: path },
  );
  let ended = false;
  server.once("exit", () => (ended = true));
  server.once("error", () => (ended = true));
  const until = Date.now() + 60_000;
  while (!ping()) {
    if (ended || Date.now() > until) throw new StartError(`MariaDB did not start; its log is ${log}.`);
    await new Promise((resolve) => setTimeout(resolve, 100));
  }
  const sql = [
    "CREATE DATABASE IF NOT EXISTS rubrick CHARACTER SET utf8mb4 COLLATE utf8mb4_unicode_ci",
    `CREATE OR REPLACE USER rubrick@'127.0.0.1' IDENTIFIED BY '${settings.databasePassword}'`,
    "GRANT ALL ON rubrick.* TO rubrick@'127.0.0.1'",
    // Root signs in through the socket's file only.
    "DELETE FROM mysql.global_priv WHERE User IN ('root', '') AND Host NOT IN ('localhost')",
    "FLUSH PRIVILEGES",
  ].join("; ");
  execFileSync("mariadb", ["--no-defaults", `--socket=${socket}`, "-u", "root", "-e", sql]);
  server.unref();
  // The pid file, not our child: somebody may have started the server anew meanwhile.
  return { stop: () => stopProcess(running(server.pid)) };
}

export async function stopProcess(pid) {
  if (!pid || !alive(pid)) return;
  process.kill(pid, "SIGTERM");
  for (let i = 0; i < 200 && alive(pid); i++) await new Promise((resolve) => setTimeout(resolve, 50));
}
