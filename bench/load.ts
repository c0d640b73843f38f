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
import { listenAll, moreWorkers } from "./load-hands";
import { bring, design, fill, type Pace, press, type } from "./load-people";
import { LoadReport } from "./load-report";

/*
 * `npm run load -- [--fillers 50] [--designers 10] [--together 5] [--pages 200] [--workers 4] [--seconds 1800]
 * [--hurry 1]`: so many members look at the shelf, open a release, ask for a clip and watch the outbox, each in their own
 * pace; some of them also type into sheets, change an order and press what is on the air, and bring pictures; designers
 * change drafts, each one's own and some together at one; live pages listen; workers render. The pages'
 * core is kept free of workers and callers, which stand on other machines where so many are at work: it takes two cores at
 * least. Tells what each kind of call took, also when it is cut off; ends with status 1 when one failed or took too long, or a
 * process grew.
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

/** Milliseconds after which a call is given up; all that is made before people begin; stopping everything. */
const [callMs, startMs, stopMs] = [30_000, 120_000, 60_000];

/** Seconds that somebody looks at what has come before asking for the next; in more of a hurry, so many times less. */
const pace: Pace = { least: 2 / option("hurry", 1), most: 6 / option("hurry", 1) };

const report = new LoadReport();
await buildAll();
// From the same beginning each time: what waits from before would be in the way of what is measured.
rmSync(folder, { recursive: true, force: true });
const port = await freePort(0);
const instance = await startInstance({
  folder,
  port,
  extra: { TRUSTED_PROXIES: "127.0.0.1", SPENDING_POINTS: "1000000" },
});
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
  const isBytes = Buffer.isBuffer(body);
  const type = isBytes ? "application/octet-stream" : "application/json";
  const headers = { cookie, origin: instance.address, "content-type": type };
  const sent = isBytes ? (body as unknown as BodyInit) : JSON.stringify(body);
  const init = body === undefined ? { headers } : { headers, method: "POST", body: sent };
  try {
    const answer = await fetch(instance.address + path, { ...init, signal: AbortSignal.timeout(callMs) });
    const text = await answer.text();
    const read = (kind === "page" ? {} : JSON.parse(text)) as { data?: T; error?: { message: string } };
    report.note(kind, performance.now() - started);
    // Whoever is at something with others is told so: that is no failure.
    if (!answer.ok && answer.status !== 409) report.failures.push(`${kind}: ${answer.status} ${read.error?.message}`);
    return answer.ok ? read.data : undefined;
  } catch (error) {
    report.failures.push(`${kind}: ${error as Error}`);
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

/** A live page of the demo world, with its order and the token of a link to it. */
async function livePage(cookie: string): Promise<{ order: string; live: string; token: string }> {
  const [order] = (await timed<{ orders: { id: string }[] }>("start", cookie, "/api/orders?search=accounts"))!.orders;
  const [live] = (await timed<{ pages: { id: string }[] }>("start", cookie, `/api/orders/${order!.id}/live`))!.pages;
  const { path } = (await timed<{ path: string }>("start", cookie, `/api/live/${live!.id}/links`, { kind: "live" }))!;
  return { order: order!.id, live: live!.id, token: path.split("/").pop()! };
}

const releaseOf = async (cookie: string): Promise<string> =>
  (await timed<{ releases: { id: string; designId: string }[] }>("start", cookie, "/api/releases"))!.releases.find(
    ({ designId }) => designId === "name-strap",
  )!.id;

const stop = new AbortController();
const others = moreWorkers(workers - 1, { ...instance, env: { ...process.env, ...instance.env } });
let said: () => readonly string[] = () => [];
let watch: NodeJS.Timeout | undefined;

/** Tells what was seen and ends everything, whatever still runs; once only. */
let ending: Promise<void> | undefined;
const end = (why?: string): Promise<void> =>
  (ending ??= (async () => {
    clearInterval(watch);
    if (why !== undefined) console.log(why);
    const good = report.print(said()) && why === undefined;
    stop.abort();
    for (const worker of others) worker.kill("SIGTERM");
    await Promise.race([instance.stop(), pause(stopMs, undefined, { ref: false })]);
    process.exit(good ? 0 : 1);
  })());
for (const name of ["SIGINT", "SIGTERM", "SIGHUP"] as const) process.on(name, () => void end(`cut off by ${name}`));
// Nobody goes on for longer than one call takes; whatever hangs all the same is not waited for.
setTimeout(() => void end("MISSED  it did not come to its end"), seconds * 1000 + startMs + 2 * callMs).unref();

try {
  const cookies = await newMembers(fillers, "contributor");
  const drawing = await newMembers(designers + together, "designer");
  const drafts = await newDrafts(drawing);
  const air = await livePage(drawing[0]!);
  const listening = listenAll(instance.address, air.token, pages, stop.signal);
  const release = await releaseOf(cookies[0]!);
  const untilMs = Date.now() + seconds * 1000;
  watch = setInterval(() => {
    const web = megabytesOf(webPid);
    report.memory.push({ web, worker: megabytesOf(pidOf("worker")), database: megabytesOf(pidOf("mariadb")) });
  }, 1000);
  let changes = 0;
  said = () => [`${changes} changes of drafts; ${pages} live pages heard ${listening.heard()} events`];
  const some = (share: number) => cookies.slice(0, Math.max(1, Math.round(cookies.length * share)));
  await Promise.all([
    ...drawing.map(async (cookie, i) => {
      const made = await design(timed, cookie, drafts[i]!, `Designer ${i}`, untilMs);
      changes += made;
    }),
    ...cookies.map((cookie, i) => fill(timed, cookie, i, pace, untilMs)),
    ...some(0.1).map((cookie) => type(timed, cookie, release, untilMs)),
    ...some(0.04).map((cookie) => press(timed, cookie, air.order, air.live, untilMs)),
    ...some(0.06).map((cookie) => bring(timed, cookie, untilMs)),
  ]);
  await end();
} catch (error) {
  console.error(error);
  await end("MISSED  it broke off");
}
