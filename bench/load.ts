import { execFileSync } from "node:child_process";
import { readFileSync } from "node:fs";
import { join } from "node:path";
import { setTimeout as pause } from "node:timers/promises";
import { demoPassword } from "@/demo/seed";
import { buildAll } from "@/scripts/lib/build.mjs";
import { startInstance } from "@/scripts/lib/instance.mjs";
import { freePort } from "@/scripts/lib/settings.mjs";
import { hashPassword } from "@/server/auth/password";
import { connect } from "@/server/db/connection";
import { newId } from "@/server/db/ids";
import { addMember } from "@/server/db/members";

/*
 * `npm run load -- [--fillers 50] [--seconds 180]`: so many members look at the shelf, open a release, ask for a clip
 * and watch the outbox, each in their own pace, while the worker renders. The web process has one core. Tells what each
 * kind of call took; ends with status 1 when one failed or took too long.
 */

const option = (name: string, otherwise: number): number => {
  const at = process.argv.indexOf(`--${name}`);
  return at < 0 ? otherwise : Number(process.argv[at + 1]);
};
const fillers = option("fillers", 50);
const seconds = option("seconds", 180);
const folder = ".rubrick/load";

/** Milliseconds of the slowest of twenty calls. */
const targets: Readonly<Record<string, number>> = { list: 300, open: 300, outbox: 300, export: 500 };
/** Seconds that somebody looks at what has come before asking for the next. */
const pace = { least: 0.8, most: 2.4 };

const taken: Record<string, number[]> = {};
const failures: string[] = [];
await buildAll();
const port = await freePort(0);
const instance = await startInstance({ folder, port, extra: { TRUSTED_PROXIES: "127.0.0.1" } });
const webPid = readFileSync(join(folder, "web.pid"), "utf8");
execFileSync("taskset", ["-a", "-c", "-p", "0", webPid], { stdio: "ignore" });
const megabytes = (): number =>
  Math.round(Number(/VmRSS:\s+(\d+)/.exec(readFileSync(`/proc/${webPid}/status`, "utf8"))?.[1]) / 1024);

async function timed<T>(kind: string, cookie: string, path: string, body?: unknown): Promise<T | undefined> {
  const started = performance.now();
  const headers = { cookie, origin: instance.address, "content-type": "application/json" };
  const init = body === undefined ? { headers } : { headers, method: "POST", body: JSON.stringify(body) };
  try {
    const answer = await fetch(instance.address + path, { ...init, signal: AbortSignal.timeout(30_000) });
    const read = (await answer.json()) as { data?: T; error?: { message: string } };
    (taken[kind] ??= []).push(performance.now() - started);
    if (!answer.ok) failures.push(`${kind}: ${answer.status} ${read.error?.message}`);
    return read.data;
  } catch (error) {
    failures.push(`${kind}: ${error as Error}`);
    return undefined;
  }
}

async function newFillers(): Promise<string[]> {
  const db = connect(instance.env.DATABASE_URL!);
  const passwordHash = await hashPassword(demoPassword);
  const cookies: string[] = [];
  for (let i = 0; i < fillers; i++) {
    const email = `filler-${i}-${newId()}@quillmere.example`;
    await addMember(db, { id: newId(), email, name: `Filler ${i}`, role: "contributor", passwordHash });
    const answer = await fetch(`${instance.address}/api/sign-in`, {
      method: "POST",
      headers: { origin: instance.address, "content-type": "application/json", "x-forwarded-for": `10.8.0.${i}` },
      body: JSON.stringify({ email, password: demoPassword }),
    });
    cookies.push(
      answer.headers
        .getSetCookie()
        .map((line) => line.split(";")[0]!)
        .join("; "),
    );
  }
  await db.destroy();
  return cookies;
}

interface Listed {
  readonly releases: readonly { readonly id: string; readonly designId: string }[];
}

/** One member at work until the time is up. */
async function fill(cookie: string, number: number, untilMs: number): Promise<void> {
  let turn = number;
  const think = () => pause(1000 * (pace.least + ((turn++ * 0.618034) % 1) * (pace.most - pace.least)));
  await think();
  while (Date.now() < untilMs) {
    const list = await timed<Listed>("list", cookie, "/api/releases");
    await think();
    const release = list?.releases.find(({ designId }) => designId === "name-strap");
    if (!release) continue;
    await timed("open", cookie, `/api/releases/${release.id}`);
    await think();
    await timed("export", cookie, "/api/exports", {
      releaseId: release.id,
      values: { fields: { name: `Ada Fernsby ${turn}` }, lengthS: 3 },
      formats: ["square"],
      outputs: ["see-through-clip"],
    });
    for (let i = 0; i < 3; i++) {
      await think();
      await timed("outbox", cookie, "/api/exports");
    }
  }
}

let good = true;
try {
  const cookies = await newFillers();
  const before = megabytes();
  const untilMs = Date.now() + seconds * 1000;
  const memory: number[] = [];
  const watch = setInterval(() => memory.push(megabytes()), 1000);
  await Promise.all(cookies.map((cookie, i) => fill(cookie, i, untilMs)));
  clearInterval(watch);
  for (const [kind, all] of Object.entries(taken)) {
    const sorted = [...all].sort((a, b) => a - b);
    const at = (share: number) => Math.round(sorted[Math.floor((sorted.length - 1) * share)]!);
    const met = at(0.95) <= targets[kind]!;
    good &&= met;
    console.log(
      `${met ? "met   " : "MISSED"}  ${kind}: ${sorted.length} calls, half ${at(0.5)} ms, 95 % ${at(0.95)} ms (at most ${targets[kind]} ms), slowest ${at(1)} ms`,
    );
  }
  const third = Math.floor(memory.length / 3);
  const mean = (part: number[]) => Math.round(part.reduce((sum, one) => sum + one, 0) / Math.max(1, part.length));
  const [middle, last] = [mean(memory.slice(third, 2 * third)), mean(memory.slice(2 * third))];
  const flat = last <= middle * 1.2;
  console.log(
    `${flat ? "met   " : "MISSED"}  memory of the web process: ${before} MB before, ${middle} MB in the second third, ${last} MB in the last`,
  );
  console.log(`${failures.length === 0 ? "met   " : "MISSED"}  ${failures.length} failed calls`);
  for (const failure of [...new Set(failures)].slice(0, 10)) console.log(`        ${failure}`);
  good &&= flat && failures.length === 0;
} finally {
  await instance.stop();
}
process.exit(good ? 0 : 1);
