import { spawn, spawnSync } from "node:child_process";
import { closeSync, existsSync, openSync, readFileSync, rmSync, writeFileSync } from "node:fs";
import { join } from "node:path";
import { startDatabase, stopProcess } from "./mariadb.mjs";
import { environment, readSettings, requireFreePort } from "./settings.mjs";
import { StartError, say } from "./say.mjs";

const node = process.execPath;
const webArgs = (port) => ["node_modules/next/dist/bin/next", "start", "-H", "127.0.0.1", "-p", String(port)];
const workerArgs = ["--import", "tsx", "worker/main.ts"];

/** A web process of an earlier start that was killed would hold the port. */
async function endLeftover(file) {
  if (!existsSync(file)) return;
  const pid = Number(readFileSync(file, "utf8"));
  const marks = `/proc/${pid}/environ`;
  if (pid && existsSync(marks) && readFileSync(marks, "utf8").includes(`RUBRICK_PID_FILE=${file}`))
    await stopProcess(pid);
  rmSync(file, { force: true });
}

/** Starts database, web and one worker from a folder of data. Answers what is running and how to stop it. */
export async function startInstance({ folder, port, onEnd, extra = {} }) {
  const pidFile = join(folder, "web.pid");
  await endLeftover(pidFile);
  await requireFreePort(port);
  const instance = readSettings(folder);
  const database = process.env.DATABASE_URL ? { stop: async () => undefined } : await startDatabase(instance);
  const env = { ...environment(instance, port), ...extra };
  const children = new Set();
  let stopping = false;

  const stop = async () => {
    stopping = true;
    await Promise.all([...children].map((child) => stopProcess(child.pid)));
    rmSync(pidFile, { force: true });
    await database.stop();
  };
  const launch = (name, args, more = {}) => {
    const log = openSync(join(folder, `${name}.log`), "a");
    const child = spawn(node, args, {
      detached: true, // Ctrl-C comes to us alone, and we stop things in order
      stdio: ["ignore", log, log, "ipc"],
      env: { ...env, RUBRICK_PROCESS: name, ...more },
    });
    closeSync(log);
    children.add(child);
    writeFileSync(join(folder, `${name}.pid`), String(child.pid));
    child.once("exit", (code) => {
      children.delete(child);
      if (stopping) return;
      if (name === "web") onEnd?.(`The web process ended with status ${code}; see ${join(folder, "web.log")}.`);
      else setTimeout(() => stopping || launch(name, args, more), 1000);
    });
    return child;
  };

  try {
    const prepared = spawnSync(node, ["--import", "tsx", "scripts/prepare-data.ts"], { env, encoding: "utf8" });
    if (prepared.status !== 0) throw new StartError(`The data could not be prepared:\n${prepared.stderr.slice(-2000)}`);
    if (prepared.stdout.trim()) say(prepared.stdout.trim());
    const web = launch("web", webArgs(port), { RUBRICK_PID_FILE: pidFile, NODE_ENV: "production" });
    launch("worker", workerArgs, { NODE_ENV: "production" });
    await waitUntilServing(port, web);
    return { env, stop, address: `http://127.0.0.1:${port}` };
  } catch (error) {
    await stop();
    throw error;
  }
}

async function waitUntilServing(port, web) {
  for (let i = 0; i < 300; i++) {
    if (web.exitCode !== null) throw new StartError("The web process ended before it served a page.");
    const answer = await fetch(`http://127.0.0.1:${port}/api/me`).catch(() => undefined);
    if (answer) return;
    await new Promise((resolve) => setTimeout(resolve, 100));
  }
  throw new StartError("The web process did not answer within 30 seconds.");
}
