import { readdirSync, readFileSync, rmSync } from "node:fs";
import { join } from "node:path";
import { startDatabase } from "./mariadb.mjs";
import { runChild, stopProcess } from "./processes.mjs";
import { bundleOf } from "./programs.mjs";
import { environment, openFolder, readSettings, requireFreePort } from "./settings.mjs";
import { lockFolder } from "./lock.mjs";
import { StartError, say } from "./say.mjs";
import { startNode, Supervised } from "./supervise.mjs";
import { giveTo, ownUser } from "./user.mjs";

const webArgs = (port) => [
  ...["--import", "./scripts/lib/front.mjs", "node_modules/next/dist/bin/next", "start"],
  ...["-H", "127.0.0.1", "-p", String(port)],
];
/** Whoever waits for a page goes before whoever waits for a clip. */
export const workerNiceness = 10;
const workerArgs = [bundleOf("worker/main.ts")];

/** Processes of ours that a killed start has left behind: they carry the folder's name in their environment. */
async function endLeftovers(root) {
  for (const entry of readdirSync("/proc")) {
    const pid = Number(entry);
    if (!pid || pid === process.pid) continue;
    try {
      if (readFileSync(`/proc/${entry}/environ`, "utf8").includes(`RUBRICK_ROOT=${root}\0`)) await stopProcess(pid);
    } catch {
      // Not ours to look at, or it has ended meanwhile.
    }
  }
}

/** Starts database, web and one worker from a folder of data, and keeps them running. Answers how to stop them. */
export async function startInstance({ folder, port, extra = {} }) {
  const root = openFolder(folder);
  const unlock = lockFolder(root);
  const started = [];
  const stop = async () => {
    // The database last: the others still write to it.
    for (const one of [...started].reverse()) await one.stop();
    for (const name of ["web", "worker", "mariadb"]) rmSync(join(root, `${name}.pid`), { force: true });
    unlock();
  };
  try {
    await endLeftovers(root);
    await requireFreePort(port);
    const user = ownUser(root);
    for (const folder of ["storage", "work"]) giveTo(user, join(root, folder));
    const instance = { ...readSettings(root), user };
    const own = !process.env.DATABASE_URL;
    if (own) started.push(await startDatabase(instance));
    const env = {
      ...environment(instance, port),
      ...extra,
      RUBRICK_ROOT: root,
      ...(user && { HOME: join(root, "work") }),
    };
    await prepareData(env, own, user);
    const launch = (name, args, niceness) => {
      const log = join(root, `${name}.log`);
      const kept = new Supervised(name, { pidFile: join(root, `${name}.pid`), log }, () =>
        startNode(args, { log, user, niceness, env: { ...env, RUBRICK_PROCESS: name, NODE_ENV: "production" } }),
      );
      started.push(kept);
      kept.launch();
      return kept;
    };
    const web = launch("web", webArgs(port));
    launch("worker", workerArgs, workerNiceness);
    await waitUntilServing(port, web);
    return { env, stop, user, address: `http://127.0.0.1:${port}` };
  } catch (error) {
    await stop();
    throw error;
  }
}

/** The newest shape of the tables; the demo world only in a database of our own. */
async function prepareData(env, own, user) {
  const args = [bundleOf("scripts/prepare-data.ts")];
  const prepared = await runChild(process.execPath, args, {
    ...user,
    env: { ...env, RUBRICK_SEED: own ? "demo" : "" },
  });
  if (prepared.status !== 0) throw new StartError(`The data could not be prepared:\n${prepared.stderr.slice(-2000)}`);
  if (prepared.stdout.trim()) say(prepared.stdout.trim());
}

async function waitUntilServing(port, web) {
  for (let i = 0; i < 600; i++) {
    if (web.child.exitCode !== null && i > 50) throw new StartError("The web process ended before it served a page.");
    const answer = await fetch(`http://127.0.0.1:${port}/api/me`).catch(() => undefined);
    if (answer) return;
    await new Promise((resolve) => setTimeout(resolve, 100));
  }
  throw new StartError("The web process did not answer within a minute.");
}
