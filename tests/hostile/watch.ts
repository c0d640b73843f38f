import { readFileSync } from "node:fs";
import { join } from "node:path";
import { setTimeout as pause } from "node:timers/promises";
import { base, cookieOf } from "../support/api";
import type { Answer, Input } from "./input";

const folder = process.env.RUBRICK_TEST_FOLDER ?? ".rubrick";

/** Megabytes that the web process holds. */
export function webMemory(): number {
  const pid = readFileSync(join(folder, "web.pid"), "utf8");
  return Number(/VmRSS:\s+(\d+)/.exec(readFileSync(`/proc/${pid}/status`, "utf8"))?.[1] ?? NaN) / 1024;
}

/** Processor time of all cores since the start of the machine, and what of it the machine's host gave to others; in ticks. */
function processorTicks(): { all: number; stolen: number } {
  const line = readFileSync("/proc/stat", "latin1").split("\n", 1)[0]!;
  const ticks = line.split(/\s+/).slice(1, 9).map(Number);
  return { all: ticks.reduce((sum, n) => sum + n, 0), stolen: ticks[7] ?? 0 };
}

/** Starts to look; tells the share of processor time that the machine's host has given to others since. */
export function watchHost(): () => number {
  const from = processorTicks();
  return () => {
    const now = processorTicks();
    return (now.stolen - from.stolen) / Math.max(1, now.all - from.all);
  };
}

export interface Seen {
  /** Share of processor time that the machine's host gave to others meanwhile: times are not ours then. */
  readonly stolen: number;
  /** Milliseconds that somebody else's plainest call took at most meanwhile. */
  readonly othersMs: number;
  /** Milliseconds that somebody else's page took at most meanwhile, with the scripts and styles that it names. */
  readonly pageMs: number;
  /** Megabytes that the web process grew by at most meanwhile. */
  readonly grownMb: number;
  readonly tookMs: number;
}

const restMs = 20;

/** Loads a page as a browser does that has been here before: the page itself, what its screen asks for, and one script. */
async function loadPage(cookie: string): Promise<void> {
  const read = async (path: string) => {
    const answer = await fetch(base + path, { headers: { cookie } });
    const text = await answer.text();
    if (!answer.ok) throw new Error(`${path}: ${answer.status} ${text.slice(0, 200)}`);
    return text;
  };
  const html = await read("/");
  const script = /src="(\/_next\/[^"]+\.js)/.exec(html)?.[1];
  await Promise.all([read("/api/releases"), script ? read(script) : undefined]);
}

/** What the same page takes when nothing is sent: the half of its times, and the slowest, in milliseconds. */
export async function quietPage(): Promise<{ halfMs: number; mostMs: number }> {
  const cookie = await cookieOf("odile");
  const times: number[] = [];
  for (let i = 0; i < 20; i++) {
    const startedMs = performance.now();
    await loadPage(cookie);
    times.push(performance.now() - startedMs);
    await pause(restMs);
  }
  // The first is the one that wakes everything up.
  const sorted = times.slice(1).sort((a, b) => a - b);
  return { halfMs: sorted[Math.floor(sorted.length / 2)]!, mostMs: sorted.at(-1)! };
}

/** Sends an input, while somebody else goes on asking who they are and loading a page. */
export async function watched(input: Input): Promise<{ answer: Answer; seen: Seen }> {
  const prepared = (await input.prepare?.()) ?? "";
  const cookie = await cookieOf("odile");
  const askWhoIAm = () => fetch(`${base}/api/me`, { headers: { cookie } }).then((answer) => answer.text());
  // What was prepared may have taken longer than the server keeps a connection open.
  await askWhoIAm().catch(askWhoIAm);
  await loadPage(cookie).catch(() => loadPage(cookie));
  const before = webMemory();
  const stolen = watchHost();
  const startedMs = performance.now();
  let going = true;
  let most = before;
  const slowest = async (call: () => Promise<unknown>) => {
    let mostMs = 0;
    while (going) {
      const askedMs = performance.now();
      await call();
      mostMs = Math.max(mostMs, performance.now() - askedMs);
      most = Math.max(most, webMemory());
      await pause(restMs);
    }
    return mostMs;
  };
  const others = Promise.all([slowest(askWhoIAm), slowest(() => loadPage(cookie))]);
  // Heard of where it is waited for.
  others.catch(() => undefined);
  let answer: Answer;
  try {
    answer = await input.send(prepared);
  } finally {
    going = false;
  }
  const tookMs = performance.now() - startedMs;
  const [othersMs, pageMs] = await others;
  return { answer, seen: { stolen: stolen(), othersMs, pageMs, grownMb: most - before, tookMs } };
}
