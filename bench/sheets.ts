import { mkdtempSync, readFileSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import type { Browser, ElementHandle, Page, WebWorker } from "puppeteer-core";
import { sampleValues } from "@/core/document/values";
import { designIds, readDesign } from "@/demo/designs";
import { house } from "@/demo/house";
import { as, base, pause, until } from "@/tests/support/api";
import { openBrowser, painted, press, signedIn } from "@/tests/support/browser";
import { teachAsking, type Asking } from "@/tests/support/stage-worker";
import { round, type Measurement } from "./measure";

/*
 * The colleagues' desk: pictures of many rows, tables of thousands, checks of a thousand rows, in the served product.
 */

/** What was done before has been told, looked at and drawn by then. */
const restMs = 2500;

const rowId = () =>
  [...crypto.getRandomValues(new Uint8Array(10))].map((b) => b.toString(16).padStart(2, "0")).join("");

const least = (name: string, value: number, unit: Measurement["unit"], target: number, detail = {}): Measurement => ({
  name,
  value: round(value),
  unit,
  target: { is: "at least", value: target },
  detail,
});
const most = (name: string, value: number, unit: Measurement["unit"], target: number, detail = {}): Measurement => ({
  name,
  value: round(value),
  unit,
  target: { is: "at most", value: target },
  detail,
});

/** A sheet of Name strap with so many rows, no two alike. */
async function sheetOf(count: number): Promise<string> {
  const { releases } = (await as("ines", "GET", "/api/releases")).data;
  const release = releases.find(({ designId }: { designId: string }) => designId === "name-strap").id;
  const { id } = (await as("ines", "POST", "/api/sheets", { releaseId: release, name: `Bench ${count}` })).data;
  let after: string | undefined;
  const add = Array.from({ length: count }, (_, i) => {
    const cells = { name: `Speaker number ${i + 1}`, role: `Bed ${i % 40}` };
    const row = { id: rowId(), cells, ...(after !== undefined && { after }) };
    after = row.id;
    return row;
  });
  for (let from = 0; from < add.length; from += 1000) {
    await as("ines", "POST", `/api/sheets/${id}/changes`, { add: add.slice(from, from + 1000) });
  }
  return id;
}

async function open(page: Page, id: string): Promise<void> {
  await page.goto(`${base}/sheets/${id}`);
  await page.waitForSelector(".dsg-row:nth-child(3)");
}

/** Fill-ins bound and painted a second, by the painting workers of a contact sheet together. */
async function posterRate(workers: readonly WebWorker[], id: Parameters<typeof readDesign>[0], rows: number) {
  const design = readDesign(id);
  const base = sampleValues(design);
  const line = design.fields.find(({ kind }) => kind === "line" || kind === "text")?.id;
  const items = Array.from({ length: rows }, (_, i) => i).flatMap((i) =>
    design.formats.map((format) => ({
      key: `${id} ${i} ${format}`,
      desk: id,
      values: line ? { ...base, fields: { ...base.fields, [line]: `Speaker ${i}` } } : base,
      format,
      heightPx: 360,
      close: false,
    })),
  );
  const run = (worker: WebWorker, own: readonly (typeof items)[number][]) =>
    worker.evaluate(
      async (id: string, desk: unknown, own: readonly object[]) => {
        const ask = (self as unknown as Asking).rubrickAsk;
        const send = (items: unknown) =>
          ask({ kind: "thumbs", stage: "thumbs", desks: { [id]: desk }, items, timeS: undefined });
        // Fonts and pictures are there once one has been painted.
        await send([{ ...own[0]!, key: "first" }]);
        const start = performance.now();
        for (let from = 0; from < own.length; from += 6) await send(own.slice(from, from + 6));
        return performance.now() - start;
      },
      id,
      { design, house } as unknown,
      own,
    );
  const parts = workers.map((_, i) => items.filter((__, at) => at % workers.length === i));
  const tookMs = await Promise.all(workers.map((worker, i) => run(worker, parts[i]!)));
  return (items.length * 1000) / Math.max(...tookMs);
}

async function posters(page: Page): Promise<Measurement[]> {
  const id = await sheetOf(1000);
  await open(page, id);
  // Begun when the sheet itself is all there.
  await painted(page, 4);
  const start = performance.now();
  await press(page, ".sheet__bar label", "Contact sheet");
  await page.waitForFunction(
    () => {
      const all = [...document.querySelectorAll<HTMLCanvasElement>(".contact-print canvas")];
      const paper = document.querySelector(".contact__paper")?.getBoundingClientRect();
      const seen = all.filter((canvas) => paper && canvas.getBoundingClientRect().top < paper.bottom);
      return seen.length > 0 && seen.every((canvas) => canvas.dataset.painted);
    },
    { polling: "raf" },
  );
  const firstS = (performance.now() - start) / 1000;
  const workers = page.workers();
  for (const worker of workers) await teachAsking(worker);
  const rates = new Map<string, number>();
  for (const one of designIds) rates.set(one, await posterRate(workers, one, one === "name-strap" ? 100 : 16));
  const [heaviest, slowest] = [...rates].sort(([, a], [, b]) => a - b)[0]!;
  return [
    most("first screen of a contact sheet of 1,000 rows", firstS, "s", 1),
    least("posters of Name strap, 100 rows × 4 formats, 360 px", rates.get("name-strap")!, "per second", 60),
    least("posters of the heaviest design", slowest, "per second", 25, { design: heaviest }),
  ];
}

async function tables(page: Page, browser: Browser): Promise<Measurement[]> {
  const id = await sheetOf(0);
  await page.goto(`${base}/sheets/${id}`);
  await page.waitForSelector(".dsg-container");
  const lines = Array.from({ length: 5000 }, (_, i) => `Speaker number ${i + 1},Bed ${i % 40}`);
  const file = join(mkdtempSync(join(tmpdir(), "rubrick-bench-")), "people.csv");
  writeFileSync(file, ["Name,Role", ...lines].join("\n"));
  await press(page, ".sheet__bar button", /^Take in/);
  const input = (await page.waitForSelector(".sheet-drop input")) as ElementHandle<HTMLInputElement>;
  const start = performance.now();
  await input.uploadFile(file);
  await page.waitForSelector(".sheet-match");
  await press(page, ".modal-footer button", "Take in 5000 rows");
  await page.waitForFunction(() => document.querySelectorAll(".dsg-row").length > 10);
  const shownS = (performance.now() - start) / 1000;
  await page.waitForSelector("[data-save=saved]", { timeout: 60_000 });
  const savedS = (performance.now() - start) / 1000;
  await pause(restMs);
  const typedMs = await typing(page);
  await pause(restMs);
  const frames = await scrolling(page);
  const mb = await memory(browser);
  return [
    most("5,000 rows taken in, with what is wrong in them", shownS, "s", 5, { saved: `${round(savedS)} s` }),
    most("typing to cell among 5,000 rows", typedMs, "ms", 30),
    least("scrolling 5,000 rows", frames, "frames per second", 50),
    most("memory of the tab with 5,000 rows", mb, "MB", 600),
  ];
}

/** From a key pressed in a cell to the next frame that shows it; the middle of many. */
async function typing(page: Page): Promise<number> {
  const cell = (await page.$$(".dsg-row:nth-child(4) .dsg-cell"))[1]!;
  await cell.click();
  await page.keyboard.press("Enter");
  await page.evaluate(() => {
    const seen: number[] = [];
    (self as unknown as { typed: number[] }).typed = seen;
    document.addEventListener(
      "keydown",
      ({ timeStamp }) => {
        const { port1, port2 } = new MessageChannel();
        // Comes right after the frame has been laid out and painted.
        port1.onmessage = () => seen.push(performance.now() - timeStamp);
        requestAnimationFrame(() => port2.postMessage(0));
      },
      true,
    );
  });
  await page.keyboard.type("the quick brown moth by night", { delay: 45 });
  await page.keyboard.press("Enter");
  const times = await page.evaluate(() => (self as unknown as { typed: number[] }).typed);
  return times.sort((a, b) => a - b)[Math.floor(times.length / 2)]!;
}

/** Frames a second while the whole table is scrolled through. */
const scrolling = (page: Page): Promise<number> =>
  page.evaluate(async () => {
    const box = document.querySelector(".dsg-container")!;
    let frames = 0;
    const start = performance.now();
    while (performance.now() - start < 2500) {
      await new Promise((next) => requestAnimationFrame(next));
      box.scrollTop += 170;
      frames++;
    }
    return (frames * 1000) / (performance.now() - start);
  });

/** Megabytes of the largest page process, shared parts divided among those that share them. */
async function memory(browser: Browser): Promise<number> {
  const session = await browser.target().createCDPSession();
  const { processInfo } = await session.send("SystemInfo.getProcessInfo");
  const sizes = processInfo
    .filter(({ type }) => type === "renderer")
    .map(({ id }) => {
      const rollup = readFileSync(`/proc/${id}/smaps_rollup`, "utf8");
      return Number(/^Pss:\s+(\d+) kB/m.exec(rollup)![1]) / 1024;
    });
  return Math.max(...sizes);
}

async function checks(): Promise<Measurement[]> {
  const id = await sheetOf(1000);
  const start = performance.now();
  const { job } = (await as("ines", "POST", `/api/sheets/${id}/checks`, { all: true })).data;
  const ended = await until(
    async () => (await as("ines", "GET", `/api/jobs/${job}`)).data,
    ({ state }) => state === "done" || state === "failed",
  );
  const tookS = (performance.now() - start) / 1000;
  return [most("checks of 1,000 rows × 4 formats in one worker", tookS, "s", 60, { state: ended.state })];
}

/** What the desk is to keep up with. */
export async function measureSheets(): Promise<Measurement[]> {
  const browser = await openBrowser();
  try {
    const { page } = await signedIn(browser, "ines");
    const found = await posters(page);
    await page.close();
    // Signed in already; a tab of its own, so that its memory is that of the table.
    const fresh = await browser.newPage();
    return [...found, ...(await tables(fresh, browser)), ...(await checks())];
  } finally {
    await browser.close();
  }
}
