import { spawn, type ChildProcess } from "node:child_process";
import { existsSync, readdirSync, readFileSync, rmSync } from "node:fs";
import { resolve } from "node:path";
import { freePort } from "@/scripts/lib/settings.mjs";

/*
 * `tsx tests/hostile/starts.ts [how many]`: starts that are interrupted at any instant, by every signal, on fresh and on
 * used folders; what is left behind; two starts at once; each process killed. Ends with status 1 when anything is wrong.
 */

const times = Number(process.argv[2] ?? 40);
const folder = ".rubrick/starts";
const root = resolve(folder);
const pause = (ms: number) => new Promise((done) => setTimeout(done, ms));
let faults = 0;
const fault = (text: string) => {
  faults++;
  console.log(`WRONG  ${text}`);
};

/** What runs for our folder, by the folder's name in its environment or its arguments. */
function running(): { pid: number; what: string }[] {
  return readdirSync("/proc").flatMap((entry) => {
    if (!/^\d+$/.test(entry) || Number(entry) === process.pid) return [];
    try {
      const what = readFileSync(`/proc/${entry}/cmdline`, "utf8").replaceAll("\0", " ");
      const ours =
        what.includes(root) || readFileSync(`/proc/${entry}/environ`, "utf8").includes(`RUBRICK_ROOT=${root}\0`);
      const ended = /\) [ZX] /.test(readFileSync(`/proc/${entry}/stat`, "utf8"));
      return ours && !ended ? [{ pid: Number(entry), what: what.slice(0, 70) }] : [];
    } catch {
      return [];
    }
  });
}

interface Start {
  readonly child: ChildProcess;
  readonly text: () => string;
  readonly ended: Promise<number>;
}

async function start(): Promise<Start> {
  const port = String(await freePort(0));
  const env = { ...process.env, RUBRICK_FOLDER: folder, PORT: port };
  const child = spawn(process.execPath, ["scripts/start.mjs"], { env, stdio: ["ignore", "pipe", "pipe"] });
  let text = "";
  for (const stream of [child.stdout, child.stderr]) stream.on("data", (part) => (text += part));
  const ended = new Promise<number>((done) => child.once("exit", (code) => done(code ?? -1)));
  return { child, text: () => text, ended };
}

async function served({ text, child }: Start, seconds = 90): Promise<boolean> {
  for (let i = 0; i < seconds * 10 && child.exitCode === null; i++) {
    if (text().includes("Rubrick is running at")) return true;
    await pause(100);
  }
  return false;
}

async function nothingLeft(what: string, seconds: number): Promise<void> {
  for (let i = 0; i < seconds * 10 && running().length > 0; i++) await pause(100);
  for (const { pid, what: left } of running()) fault(`${what}: ${left} (${pid}) still runs`);
}

const signals = ["SIGINT", "SIGTERM", "SIGHUP", "SIGKILL"] as const;
for (let i = 0; i < times; i++) {
  if (i % 2 === 0) rmSync(root, { recursive: true, force: true });
  const signal = signals[i % signals.length]!;
  const afterMs = Math.round(50 + ((i * 0.618034) % 1) * (i % 2 === 0 ? 12_000 : 4000));
  const one = await start();
  await pause(afterMs);
  one.child.kill(signal);
  const ended = await Promise.race([one.ended, pause(20_000).then(() => "late" as const)]);
  if (ended === "late") fault(`${signal} after ${afterMs} ms: does not end`);
  await nothingLeft(`${signal} after ${afterMs} ms`, signal === "SIGKILL" ? 12 : 1);
  console.log(`${i + 1}  ${signal} after ${afterMs} ms`);
}

const good = await start();
if (!(await served(good))) fault(`after ${times} interrupted starts it does not start: ${good.text()}`);
const second = await start();
if ((await second.ended) === 0 || !/running from this folder already/.test(second.text())) {
  fault(`a second start is not refused: ${second.text()}`);
}
if (good.child.exitCode !== null) fault("a second start ends the first");

/** Kills each of the processes outright, and waits until it is brought back. */
for (const name of ["web", "worker", "mariadb", "web", "mariadb"]) {
  const file = `${root}/${name}.pid`;
  const pid = readFileSync(file, "utf8");
  process.kill(Number(pid), "SIGKILL");
  for (let i = 0; i < 200 && readFileSync(file, "utf8") === pid; i++) await pause(100);
  if (readFileSync(file, "utf8") === pid) fault(`${name} is not started again`);
}
good.child.kill("SIGTERM");
await good.ended;
await nothingLeft("a stop in order", 1);

rmSync(root, { recursive: true, force: true });
const both = await Promise.all([start(), start()]);
const came = await Promise.all(both.map((one) => served(one)));
if (came.filter(Boolean).length !== 1) fault(`of two starts at once ${came.filter(Boolean).length} came up`);
for (const one of both) one.child.kill("SIGTERM");
await Promise.all(both.map((one) => one.ended));
await nothingLeft("two starts at once", 1);

if (existsSync(root)) rmSync(root, { recursive: true, force: true });
console.log(
  faults === 0 ? `${times} interrupted starts, two at once, five kills: nothing is wrong` : `${faults} faults`,
);
process.exit(faults === 0 ? 0 : 1);
