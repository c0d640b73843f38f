import { execFileSync } from "node:child_process";
import { cpus } from "node:os";
import { readFileSync, rmSync } from "node:fs";
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
import { design, listenAll, moreWorkers } from "./load-hands";

/*
 * `npm run load -- [--fillers 50] [--designers 10] [--together 5] [--pages 200] [--workers 4] [--seconds 1800]
 * [--hurry 1]`: so many members look at the shelf, open a release, ask for a clip and watch the outbox, each in their own
 * pace; designers change drafts, each one's own and some together at one; live pages listen; workers render. The pages'
 * core is kept free of workers and callers, which stand on other machines where so many are at work: it takes two cores at
 * least. Tells what each kind of call took; ends with status 1 when one failed or took too long, or a process grew.
 */

const option = (name: string, otherwise: number): number => {
  const at = process.argv.indexOf(`--${name}`);
  return at < 0 ? otherwise : Number(process.argv[at + 1]);
};
const fillers = option("fillers", 50);
const designers = option("designers", 10);
const together = option("together", 5);
const pages = option("pages", 200);
const workers = option("workers", 4);
const seconds = option("seconds", 1800);
const folder = ".rubrick/load";

/** Milliseconds of the slowest of twenty calls. */
const targets: Readonly<Record<string, number>> = {
  list: 200,
  open: 200,
  outbox: 200,
  bench: 200,
  patch: 500,
  export: 500,
};
/** Seconds that somebody looks at what has come before asking for the next; in more of a hurry, so many times less. */
const pace = { least: 2 / option("hurry", 1), most: 6 / option("hurry", 1) };

const taken: Record<string, number[]> = {};
const failures: string[] = [];
await buildAll();
// From the same beginning each time: what waits from before would be in the way of what is measured.
rmSync(folder, { recursive: true, force: true });
const port = await freePort(0);
const instance = await startInstance({ folder, port, extra: { TRUSTED_PROXIES: "127.0.0.1" } });
const pidOf = (name: string): string => readFileSync(join(folder, `${name}.pid`), "utf8").trim();
const webPid = pidOf("web");
pin("0", webPid);
for (const pid of [pidOf("worker"), String(process.pid)]) pin(`1-${cpus().length - 1}`, pid);
const megabytesOf = (pid: string | number): number =>
  Math.round(Number(/VmRSS:\s+(\d+)/.exec(readFileSync(`/proc/${pid}/status`, "utf8"))?.[1]) / 1024);

/** Lets a process, with all it starts from now on, use some cores only. */
function pin(cores: string, pid: string): void {
  execFileSync("taskset", ["-a", "-c", "-p", cores, pid], { stdio: "ignore" });
}

async function timed<T>(kind: string, cookie: string, path: string, body?: unknown): Promise<T | undefined> {
  const started = performance.now();
  const headers = { cookie, origin: instance.address, "content-type": "application/json" };
  const init = body === undefined ? { headers } : { headers, method: "POST", body: JSON.stringify(body) };
  try {
    const answer = await fetch(instance.address + path, { ...init, signal: AbortSignal.timeout(30_000) });
    const read = (await answer.json()) as { data?: T; error?: { message: string } };
    (taken[kind] ??= []).push(performance.now() - started);
    // Whoever is at a draft with others is told so: that is no failure.
    if (!answer.ok && answer.status !== 409) failures.push(`${kind}: ${answer.status} ${read.error?.message}`);
    return answer.ok ? read.data : undefined;
  } catch (error) {
    failures.push(`${kind}: ${error as Error}`);
    return undefined;
  }
}

async function newMembers(count: number, role: "contributor" | "designer"): Promise<string[]> {
  const db = connect(instance.env.DATABASE_URL!);
  const passwordHash = await hashPassword(demoPassword);
  const cookies: string[] = [];
  for (let i = 0; i < count; i++) {
    const email = `${role}-${i}-${newId()}@quillmere.example`;
    await addMember(db, { id: newId(), email, name: `${role} ${i}`, role, passwordHash });
    const answer = await fetch(`${instance.address}/api/sign-in`, {
      method: "POST",
      headers: {
        origin: instance.address,
        "content-type": "application/json",
        "x-forwarded-for": `10.${role.length}.0.${i}`,
      },
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

/** Drafts for designers: one for each, and one that the others are at together. */
async function newDrafts(cookies: readonly string[]): Promise<string[]> {
  const drafts: string[] = [];
  for (const [i, cookie] of cookies.entries()) {
    if (i > designers) {
      drafts.push(drafts[designers]!);
      continue;
    }
    const made = await timed<{ id: string }>("start", cookie, "/api/designs", {
      name: `Load ${i}`,
      copyOf: "name-strap",
    });
    drafts.push(made!.id);
  }
  return drafts;
}

/** The token of a live page of the demo world. */
async function livePage(cookie: string): Promise<string> {
  const [order] = (await timed<{ orders: { id: string }[] }>("start", cookie, "/api/orders?search=accounts"))!.orders;
  const [live] = (await timed<{ pages: { id: string }[] }>("start", cookie, `/api/orders/${order!.id}/live`))!.pages;
  return (await timed<{ path: string }>("start", cookie, `/api/live/${live!.id}/links`, { kind: "live" }))!.path
    .split("/")
    .pop()!;
}

let good = true;
const stop = new AbortController();
const others = moreWorkers(workers - 1, { ...instance, env: { ...process.env, ...instance.env } });
try {
  const cookies = await newMembers(fillers, "contributor");
  const drawing = await newMembers(designers + together, "designer");
  const drafts = await newDrafts(drawing);
  const listening = listenAll(instance.address, await livePage(drawing[0]!), pages, stop.signal);
  const watched = () => ({
    web: megabytesOf(webPid),
    worker: megabytesOf(pidOf("worker")),
    database: megabytesOf(pidOf("mariadb")),
  });
  const untilMs = Date.now() + seconds * 1000;
  const memory: ReturnType<typeof watched>[] = [];
  const watch = setInterval(() => memory.push(watched()), 1000);
  const [changes] = await Promise.all([
    Promise.all(drawing.map((cookie, i) => design(timed, cookie, drafts[i]!, `Designer ${i}`, untilMs))),
    ...cookies.map((cookie, i) => fill(cookie, i, untilMs)),
  ]);
  clearInterval(watch);
  for (const [kind, all] of Object.entries(taken)) {
    if (targets[kind] === undefined) continue;
    const sorted = [...all].sort((a, b) => a - b);
    const at = (share: number) => Math.round(sorted[Math.floor((sorted.length - 1) * share)]!);
    const met = at(0.95) <= targets[kind];
    good &&= met;
    console.log(
      `${met ? "met   " : "MISSED"}  ${kind}: ${sorted.length} calls, half ${at(0.5)} ms, 95 % ${at(0.95)} ms (at most ${targets[kind]} ms), slowest ${at(1)} ms`,
    );
  }
  const third = Math.floor(memory.length / 3);
  const mean = (part: number[]) => Math.round(part.reduce((sum, one) => sum + one, 0) / Math.max(1, part.length));
  for (const name of ["web", "worker", "database"] as const) {
    const all = memory.map((one) => one[name]);
    const [middle, last] = [mean(all.slice(third, 2 * third)), mean(all.slice(2 * third))];
    const flat = last <= middle * 1.2;
    good &&= flat;
    console.log(
      `${flat ? "met   " : "MISSED"}  memory of ${name}: ${all[0]} MB at first, ${middle} MB in the second third, ${last} MB in the last`,
    );
  }
  console.log(
    `        ${changes.reduce((sum, n) => sum + n, 0)} changes of drafts; ${pages} live pages heard ${listening.heard()} events`,
  );
  console.log(`${failures.length === 0 ? "met   " : "MISSED"}  ${failures.length} failed calls`);
  for (const failure of [...new Set(failures)].slice(0, 10)) console.log(`        ${failure}`);
  good &&= failures.length === 0;
} finally {
  stop.abort();
  for (const worker of others) worker.kill("SIGTERM");
  await instance.stop();
}
process.exit(good ? 0 : 1);
