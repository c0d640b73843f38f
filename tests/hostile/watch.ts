import { readFileSync } from "node:fs";
import { join } from "node:path";
import { base, cookieOf } from "../support/api";
import type { Answer, Input } from "./input";

const folder = process.env.RUBRICK_TEST_FOLDER ?? ".rubrick";

/** Megabytes that the web process holds. */
export function webMemory(): number {
  const pid = readFileSync(join(folder, "web.pid"), "utf8");
  return Number(/VmRSS:\s+(\d+)/.exec(readFileSync(`/proc/${pid}/status`, "utf8"))?.[1] ?? NaN) / 1024;
}

export interface Seen {
  /** Milliseconds that somebody else's plainest call took at most meanwhile. */
  readonly othersMs: number;
  /** Megabytes that the web process grew by at most meanwhile. */
  readonly grownMb: number;
  readonly tookMs: number;
}

/** Sends an input, while somebody else goes on asking who they are. */
export async function watched(input: Input): Promise<{ answer: Answer; seen: Seen }> {
  const prepared = (await input.prepare?.()) ?? "";
  const cookie = await cookieOf("odile");
  const askWhoIAm = () => fetch(`${base}/api/me`, { headers: { cookie } }).then((answer) => answer.text());
  // What was prepared may have taken longer than the server keeps a connection open.
  await askWhoIAm().catch(askWhoIAm);
  const before = webMemory();
  const startedMs = performance.now();
  let [going, othersMs, most] = [true, 0, before];
  const others = (async () => {
    while (going) {
      const askedMs = performance.now();
      await askWhoIAm();
      othersMs = Math.max(othersMs, performance.now() - askedMs);
      most = Math.max(most, webMemory());
      await new Promise((resolve) => setTimeout(resolve, 20));
    }
  })();
  const answer = await input.send(prepared);
  const tookMs = performance.now() - startedMs;
  going = false;
  await others;
  return { answer, seen: { othersMs, grownMb: most - before, tookMs } };
}
