import { mkdtemp, readFile, rm } from "node:fs/promises";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { startInstance } from "@/scripts/lib/instance.mjs";
import { freePort } from "@/scripts/lib/settings.mjs";
import { median, round } from "./measure";

/*
 * `npx tsx bench/soak.ts [minutes]`: two hundred live pages at one web process, presses all the time, the web process killed
 * in the middle. Tells how presses fared and how memory went; fails where a press was lost.
 */

const minutes = Number(process.argv[2] ?? 15);
const pages = 200;
const pressMs = 3000;

const folder = await mkdtemp(join(tmpdir(), "rubrick-soak-"));
const instance = await startInstance({ folder, port: await freePort(0) });
process.env.RUBRICK_TEST_URL = instance.address;
// Loaded late: it reads the instance's address when it is loaded.
const { as, base, pause } = await import("@/tests/support/api");

const webPid = async (): Promise<number> => Number(await readFile(join(folder, "web.pid"), "utf8"));
const memoryMb = async (): Promise<number> => {
  const status = await readFile(`/proc/${await webPid()}/status`, "utf8").catch(() => "");
  return Math.round(Number(/VmRSS:\s+(\d+)/.exec(status)?.[1] ?? 0) / 1024);
};

const [order] = (await as("ines", "GET", "/api/orders?search=accounts")).data.orders;
const [live] = (await as("ines", "GET", `/api/orders/${order.id}/live`)).data.pages;
const token = (await as("ines", "POST", `/api/live/${live.id}/links`, { kind: "live" })).data.path.split("/").at(-1);

/** The newest revision that each page has heard of, and when. */
const heard = new Array<{ revision: number; atMs: number }>(pages);
const control = new AbortController();

/** Listens as a live page does, again whenever the line is gone; what it missed it looks up. */
async function listen(page: number): Promise<void> {
  while (!control.signal.aborted) {
    try {
      const answer = await fetch(`${base}/api/links/${token}/live/events`, { signal: control.signal });
      if (answer.status !== 200) throw new Error(String(answer.status));
      const view = (await (await fetch(`${base}/api/links/${token}/live`)).json()) as { data: { revision: number } };
      heard[page] = { revision: view.data.revision, atMs: performance.now() };
      for await (const chunk of answer.body!.pipeThrough(new TextDecoderStream()))
        for (const [, revision] of chunk.matchAll(/"body":\{"revision":(\d+)/g))
          heard[page] = { revision: Number(revision), atMs: performance.now() };
    } catch {
      await pause(1000);
    }
  }
}
const listening = Array.from({ length: pages }, (_, page) => listen(page));
await pause(5000);

const endMs = performance.now() + minutes * 60_000;
const waits: number[] = [];
const memory: number[] = [];
let presses = 0;
let killed = false;
while (performance.now() < endMs) {
  if (!killed && performance.now() > endMs - minutes * 30_000) {
    killed = true;
    process.kill(await webPid(), "SIGKILL");
    await pause(8000);
  }
  const startMs = performance.now();
  const { data: now } = await as("ines", "GET", `/api/live/${live.id}`).catch(() => ({ data: undefined }));
  if (now) {
    const wanted = { press: { kind: "show", part: presses % 5 }, seen: now.revision, nonce: `soak-press-${presses++}` };
    const { data } = await as("ines", "POST", `/api/live/${live.id}/press`, wanted);
    for (let tries = 0; tries < 400 && heard.some((one) => (one?.revision ?? 0) < data.revision); tries++)
      await pause(25);
    const late = heard.filter((one) => (one?.revision ?? 0) < data.revision).length;
    if (late > 0) throw new Error(`${late} of ${pages} pages have not heard of press ${presses}`);
    waits.push(Math.max(...heard.map(({ atMs }) => atMs)) - startMs);
  }
  memory.push(await memoryMb());
  await pause(pressMs);
}
control.abort();
await Promise.allSettled(listening);
const quarter = (from: number) => median(memory.slice(memory.length * from, memory.length * (from + 0.25)));
console.log(
  `${presses} presses to ${pages} pages in ${minutes} minutes, none lost; to all in ${round(median(waits))} ms (middle), ` +
    `${round(Math.max(...waits))} ms (slowest); memory of the web process ${quarter(0)} MB in the first quarter, ` +
    `${quarter(0.75)} MB in the last`,
);
await instance.stop();
await rm(folder, { recursive: true, force: true });
process.exit(0);
