import { readdirSync, readFileSync, statSync } from "node:fs";
import { join } from "node:path";
import type { Browser, Page } from "puppeteer-core";
import { RunningOrder } from "@/core/document/order";
import { orderPlayable } from "@/core/order/playable";
import { placeOrder, phasesOf, type OrderDesk } from "@/core/order/prepare";
import { planClip } from "@/core/sample/clip";
import { prepareScene, type SceneRequest } from "@/core/scene";
import { outputOf } from "@/core/testing/scene";
import { readDesign } from "@/demo/designs";
import { house } from "@/demo/house";
import type { ClipResult } from "@/render/clip";
import { fontBook, loadFace } from "@/render/fonts";
import { makeOrderClips } from "@/render/order-clip";
import { as, base, pause, until } from "@/tests/support/api";
import { openBrowser, painted, press, signedIn } from "@/tests/support/browser";
import { teachAsking, type Asking } from "@/tests/support/stage-worker";
import { median, round, secondsOf, type Measurement } from "./measure";

/*
 * Running orders: long ones while they are arranged, an hour as a file, and the air.
 */

const fps = { num: 25, den: 1 };
const desks: Record<string, OrderDesk> = { strap: { design: readDesign("name-strap"), house } };
const noPictures = async () => Promise.reject(new Error("no pictures here"));
const prepare = (request: SceneRequest) => prepareScene(request, fontBook(), loadFace);

const straps = (count: number, more: object = {}) =>
  RunningOrder.parse({
    ...{ version: 1, name: `Bench ${count}`, handOver: { kind: "leaving" } },
    entries: Array.from({ length: count }, (_, i) => ({
      ...{ id: `strap-${i}`, release: "strap" },
      values: { fields: { name: `Speaker number ${i + 1}`, role: `Bed ${i % 40}` }, lengthS: 6 },
    })),
    ...more,
  });

const most = (name: string, value: number, unit: Measurement["unit"], target: number, detail = {}): Measurement => ({
  ...{ name, value: round(value), unit, target: { is: "at most" as const, value: target }, detail },
});

/** Planning two hundred graphics, and what an hour of five showings takes beside one showing. */
export async function measureOrders(folder: string): Promise<Measurement[]> {
  const order = straps(200);
  const placed = await placeOrder({ order, desks, format: "wide", fps }, async (request) =>
    phasesOf(await prepare(request), request.design),
  );
  const scenes = [];
  for (const part of placed.timed.parts.keys()) scenes.push(await prepare(placed.requestOf(part)));
  const playable = orderPlayable(placed.format, placed.timed, scenes);
  const plans = [];
  for (let i = 0; i < 5; i++) plans.push(await secondsOf(() => planClip(playable, fps)));
  // A worker plans one after the other: the first is told beside what they take from then on.
  const detail = { frames: placed.timed.showingFrames, "the first s": round(plans[0]!) };
  const lines = [most("planning an order of 200 graphics", median(plans), "s", 1, detail)];
  for (const [name, kind, ending] of [
    ["WebM", "vp9-alpha", "webm"],
    ["ProRes, each frame by itself", "prores-4444", "mov"],
  ] as const) {
    const output = outputOf({ id: "o", name: "O", kind, fps });
    const make = async (showing: RunningOrder, file: string): Promise<ClipResult> => {
      let result: ClipResult | undefined;
      await makeOrderClips({
        ...{ order: { order: showing, desks, format: "wide" }, folder, loadPicture: noPictures, soundFile: noPictures },
        files: [{ output, file: join(folder, `${file}.${ending}`) }],
        made: async (_, one) => void (result = one),
        failed: async (_, error) => Promise.reject(error),
      });
      const [fault] = result!.proof.faults;
      if (fault !== undefined) throw new Error(fault);
      return result!;
    };
    const one = await make(straps(3), "one");
    // An hour: five showings, and what lies between them.
    const pauseS = (3600 - (5 * one.frames) / 25) / 4;
    const hour = await make(straps(3, { repeat: { times: 5, pauseS } }), "hour");
    const detail = {
      ...{ "one s": round(one.wallS), "hour s": round(hour.wallS), "hour frames": hour.frames },
      ...{ "one MB": mb(join(folder, `one.${ending}`)), "hour MB": mb(join(folder, `hour.${ending}`)) },
      ...{ "painted once": one.painted, "painted in the hour": hour.painted },
    };
    lines.push(most(`an hour with five showings ÷ one showing, ${name}`, hour.wallS / one.wallS, "ratio", 1.6, detail));
  }
  return lines;
}

const mb = (file: string): number => round(statSync(file).size / 1e6);

/** An order of two hundred while it is arranged, and the air, in the served product. */
export async function measureAir(): Promise<Measurement[]> {
  const browser = await openBrowser();
  try {
    return [await measureEdit(browser), ...(await measureLivePage(browser)), ...(await measurePages())];
  } finally {
    await browser.close();
  }
}

/** From a change of one of two hundred graphics to its picture, in the painting worker. */
async function measureEdit(browser: Browser): Promise<Measurement> {
  const { page } = await signedIn(browser, "ines");
  await press(page, ".release-plate a h2", "Name strap");
  await painted(page, 4);
  const worker = page.workers()[0]!;
  await teachAsking(worker);
  const waits = await worker.evaluate(
    async (order: RunningOrder, known: typeof desks) => {
      const ask = (self as unknown as Asking).rubrickAsk;
      const rate = { num: 60, den: 1 };
      const shown = async (name: string) => {
        const entries = order.entries.map((entry, i) =>
          i === 100 ? { ...entry, values: { ...entry.values, fields: { ...entry.values.fields, name } } } : entry,
        );
        const request = { order: { ...order, entries }, desks: known, samples: true };
        await ask({ kind: "prepare-order", stage: "bench", request, formats: ["wide"], fps: rate });
        const formats = [{ id: "wide", scale: 0.4 }];
        await ask({ kind: "paint", stage: "bench", timeS: 535, formats, light: true, afresh: true });
      };
      // Looked at once: how each leaves is known from then on.
      await shown("Somebody");
      const took: number[] = [];
      for (let i = 0; i < 15; i++) {
        const start = performance.now();
        await shown(`Somebody ${i}`);
        took.push(performance.now() - start);
      }
      return took;
    },
    straps(200),
    desks,
  );
  await page.close();
  return most("a change in an order of 200 graphics to its picture", median(waits), "ms", 50, {
    slowest: round(Math.max(...waits)),
  });
}

/** A live page of an order of straps. */
async function onAir(count: number): Promise<{ live: string; path: string }> {
  const { releases } = (await as("ines", "GET", "/api/releases")).data;
  const release = releases.find(({ designId }: { designId: string }) => designId === "name-strap").id;
  const order = (await as("ines", "POST", "/api/orders", { name: "Bench" })).data.id;
  const entries = straps(count).entries.map((entry) => ({ ...entry, release }));
  const patches = [{ op: "replace", path: ["entries"], value: entries }];
  await as("ines", "POST", `/api/orders/${order}/patches`, { revision: 1, patches });
  const made = (await as("ines", "POST", `/api/orders/${order}/live`, { name: "Bench", format: "wide" })).data;
  await until(
    async () => (await as("ines", "GET", `/api/jobs/${made.job}`)).data.state,
    (state) => state === "done",
  );
  const { path } = (await as("ines", "POST", `/api/live/${made.id}/links`, { kind: "live" })).data;
  return { live: made.id, path };
}

let presses = 0;
async function pressed(live: string, kind: string): Promise<void> {
  const { revision } = (await as("ines", "GET", `/api/live/${live}`)).data;
  const wanted = {
    press: kind === "show" ? { kind, part: 0 } : { kind },
    seen: revision,
    nonce: `bench-press-${presses++}`,
  };
  const answer = await as("ines", "POST", `/api/live/${live}/press`, wanted);
  if (answer.error) throw new Error(answer.error.message);
}

/** Seconds of a processor that a browser's processes have used so far. */
function processorS(browser: Browser): number {
  const parent = browser.process()!.pid!;
  const own = new Set([parent]);
  const stats = readdirSync("/proc")
    .filter((name) => /^\d+$/.test(name))
    .flatMap((name) => {
      try {
        const fields = readFileSync(`/proc/${name}/stat`, "utf8")
          .replace(/^.*\) /, "")
          .split(" ");
        return [{ pid: Number(name), parent: Number(fields[1]), ticks: Number(fields[11]) + Number(fields[12]) }];
      } catch {
        return []; // It has ended meanwhile.
      }
    });
  for (let round = 0; round < 4; round++) for (const one of stats) if (own.has(one.parent)) own.add(one.pid);
  return stats.filter(({ pid }) => own.has(pid)).reduce((sum, { ticks }) => sum + ticks, 0) / 100;
}

/** Pictures that were painted so far, and in how many milliseconds of motion. */
const paintedOf = (page: Page) =>
  page.$eval(".live-page", (element) => ({
    pictures: Number(element.getAttribute("data-pictures")),
    movingMs: Number(element.getAttribute("data-moving-ms")),
  }));

async function measureLivePage(browser: Browser): Promise<Measurement[]> {
  const { live, path } = await onAir(12);
  const page = await browser.newPage();
  await page.setViewport({ width: 1920, height: 1080 });
  await page.goto(base + path);
  await page.waitForSelector(".live-page[data-state=on]");
  await pause(3000);
  const before = processorS(browser);
  const idleS = 10;
  await pause(idleS * 1000);
  const idle = (processorS(browser) - before) / idleS;
  const rates: number[] = [];
  await pressed(live, "show");
  await pause(1500);
  for (let i = 0; i < 6; i++) {
    const from = await paintedOf(page);
    await pressed(live, "again");
    // One leaves while it arrives anew; then it stands until that has been told.
    await pause(2600);
    const to = await paintedOf(page);
    rates.push(((to.pictures - from.pictures) * 1000) / (to.movingMs - from.movingMs));
  }
  await page.close();
  return [
    most("share of a core while a live page shows nothing", idle, "share", 0.02),
    {
      ...{
        name: "pictures of a live page while Name strap moves",
        value: round(median(rates)),
        unit: "per second" as const,
      },
      target: { is: "at least" as const, value: 55 },
      detail: { least: round(Math.min(...rates)), most: round(Math.max(...rates)) },
    },
  ];
}

/** How long a press takes to reach two hundred pages that listen to one web process. */
async function measurePages(): Promise<Measurement[]> {
  const { live, path } = await onAir(2);
  const token = path.split("/").at(-1);
  const control = new AbortController();
  const heard = new Map<number, number>();
  const pages = Array.from({ length: 200 }, async (_, i) => {
    const answer = await fetch(`${base}/api/links/${token}/live/events`, { signal: control.signal });
    void (async () => {
      for await (const chunk of answer.body!.pipeThrough(new TextDecoderStream()))
        if (chunk.includes(`"press":`)) heard.set(i, performance.now());
    })().catch(() => undefined);
  });
  await Promise.all(pages);
  await pause(1500);
  const waits: number[] = [];
  for (let i = 0; i < 5; i++) {
    heard.clear();
    const { revision } = (await as("ines", "GET", `/api/live/${live}`)).data;
    const start = performance.now();
    const wanted = { press: { kind: "show", part: i % 2 }, seen: revision, nonce: `bench-many-${i}-${Date.now()}` };
    await as("ines", "POST", `/api/live/${live}/press`, wanted);
    for (let tries = 0; heard.size < 200 && tries < 200; tries++) await pause(10);
    if (heard.size < 200) throw new Error(`a press reached ${heard.size} of 200 pages`);
    waits.push(Math.max(...heard.values()) - start);
  }
  control.abort();
  return [most("a press to all of 200 live pages", median(waits), "ms", 500, { slowest: round(Math.max(...waits)) })];
}
