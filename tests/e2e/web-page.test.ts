import { mkdtemp, readFile, rm, writeFile } from "node:fs/promises";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { pathToFileURL } from "node:url";
import { afterAll, beforeAll, describe, expect, test } from "@jest/globals";
import type { Browser, Page } from "puppeteer-core";
import { sampleValues } from "@/core/document/values";
import { clipBounds, planClip } from "@/core/sample/clip";
import { prepareScene } from "@/core/scene";
import { outputOf } from "@/core/testing/scene";
import { readDesign } from "@/demo/designs";
import { house } from "@/demo/house";
import { makeClip } from "@/render/clip";
import { fontBook, loadFace } from "@/render/fonts";
import { PaintedFrames } from "@/render/painted";
import { openBrowser } from "../support/browser";

/* A page that plays a graphic by itself, opened from disk. */
let browser: Browser;
let folder: string;
beforeAll(async () => {
  browser = await openBrowser();
  folder = await mkdtemp(join(tmpdir(), "rubrick-page-"));
});
afterAll(async () => {
  await browser.close();
  await rm(folder, { recursive: true, force: true });
});

const noPictures = async () => Promise.reject(new Error("no pictures here"));
const output = outputOf({ kind: "web-page" });

async function made(name: Parameters<typeof readDesign>[0], format: string, fields: Record<string, unknown> = {}) {
  const design = readDesign(name);
  const values = { ...sampleValues(design), lengthS: 4 };
  const filled = { ...values, fields: { ...values.fields, ...fields } } as typeof values;
  const scene = { design, values: filled, house, format };
  const file = join(folder, `${name}-${format}.html`);
  const { proof } = await makeClip({ scene, output, loadPicture: noPictures, folder, file });
  expect(proof.faults).toEqual([]);
  return { file, scene };
}

/** Opens a page from disk; nothing may be asked of any network. */
async function opened(file: string, search: string, size: { width: number; height: number }): Promise<Page> {
  const page = await browser.newPage();
  const errors: string[] = [];
  page.on("pageerror", (error) => errors.push(String(error)));
  page.on("request", (request) => {
    if (/^https?:/.test(request.url())) errors.push(request.url());
  });
  await page.setOfflineMode(true);
  await page.setViewport({ ...size, deviceScaleFactor: 1 });
  await page.goto(`${pathToFileURL(file).href}${search}`);
  await page.waitForSelector("html[data-ready]");
  expect(errors).toEqual([]);
  return page;
}

/** The painted pixels of an instant in the page. */
async function pixelsAt(page: Page, timeS: number): Promise<Buffer> {
  const text = await page.evaluate(async (at) => {
    await window.rubrick.hold(at);
    const { data } = window.rubrick.pixels();
    const parts: string[] = [];
    for (let i = 0; i < data.length; i += 8192) parts.push(String.fromCharCode(...data.subarray(i, i + 8192)));
    return btoa(parts.join(""));
  }, timeS);
  return Buffer.from(text, "base64");
}

describe("a page that plays a graphic by itself", () => {
  test.each([
    ["name-strap", "wide", { name: "ليلى حداد" }],
    ["countdown", "square", {}],
  ] as const)("%s in %s has the stage's own bytes at ten instants, without a network", async (name, format, fields) => {
    const { file, scene } = await made(name, format, fields);
    const playable = await prepareScene({ ...scene, fps: output.fps }, fontBook(), loadFace);
    const bounds = clipBounds(playable, output.fps);
    const frames = new PaintedFrames(playable, planClip(playable, output.fps), noPictures);
    const { width, height } = playable.format;
    const page = await opened(file, "?at=0", { width, height });
    for (let i = 0; i < 10; i++) {
      const timeS = Math.round((i / 9.5) * playable.lengthS * 25) / 25;
      expect((await pixelsAt(page, timeS)).equals(await frames.on(bounds, timeS))).toBe(true);
    }
    await page.close();
  });

  test("is see-through, fits its window sharply, and takes values by its address and its attributes", async () => {
    const { file } = await made("name-strap", "wide");
    const page = await opened(file, "?name=Bram%20Oakhanger&at=2", { width: 960, height: 700 });
    const facts = await page.evaluate(() => {
      const canvas = document.querySelector("canvas")!;
      const { data } = canvas.getContext("2d")!.getImageData(2, 2, 1, 1);
      return {
        width: canvas.width,
        height: canvas.height,
        corner: data[3],
        ground: getComputedStyle(document.body).backgroundColor,
      };
    });
    expect(facts).toEqual({ width: 960, height: 540, corner: 0, ground: "rgba(0, 0, 0, 0)" });
    const bram = await pixelsAt(page, 2);
    await page.evaluate(() => window.rubrick.fill({ name: "Ada Fernsby" }));
    const ada = await pixelsAt(page, 2);
    // What stands still is there again in a window of another size, and back.
    for (const width of [480, 960]) {
      await page.setViewport({ width, height: 700, deviceScaleFactor: 1 });
      await page.waitForFunction((wanted) => document.querySelector("canvas")!.width === wanted, {}, width);
    }
    const shown = await page.evaluate(() => window.rubrick.pixels().data.some((level) => level > 0));
    expect([shown, (await pixelsAt(page, 2)).equals(ada)]).toEqual([true, true]);
    expect((await pixelsAt(page, 2)).equals(bram)).toBe(false);
    await page.close();

    // The same by an attribute; what no field takes changes nothing.
    const html = await readFile(file, "utf8");
    const other = join(folder, "attribute.html");
    await writeFile(other, html.replace("<body>", '<body data-name="Bram Oakhanger" data-nothing="x">'));
    const again = await opened(other, "?at=2", { width: 960, height: 700 });
    expect((await pixelsAt(again, 2)).equals(bram)).toBe(true);
    await again.close();
  });

  test("shows texts given by its address in every script it ships with, also those it was not made with", async () => {
    const { file, scene } = await made("name-strap", "wide");
    const name = "ليلى זהבה प्रिया Жук 🌿";
    const values = { ...scene.values, fields: { ...scene.values.fields, name } };
    const playable = await prepareScene({ ...scene, values, fps: output.fps }, fontBook(), loadFace);
    expect(playable.issues.map(({ code }) => code)).not.toContain("glyph_missing");
    const bounds = clipBounds(playable, output.fps);
    const frames = new PaintedFrames(playable, planClip(playable, output.fps), noPictures);
    const page = await opened(file, `?name=${encodeURIComponent(name)}&at=0`, { width: 1920, height: 1080 });
    expect((await pixelsAt(page, 2)).equals(await frames.on(bounds, 2))).toBe(true);
    await page.close();
  });

  test("says what was filled in and runs none of it", async () => {
    const hostile = `</script><script>document.title="run"</script><!--`;
    const { file } = await made("name-strap", "square", { name: hostile.slice(0, 40), role: hostile.slice(9, 60) });
    const page = await opened(file, "?at=2&repeats=x", { width: 540, height: 540 });
    expect(await page.title()).toBe("Name strap");
    expect(await page.evaluate(() => window.rubrick.lengthS())).toBe(4);
    await page.close();
  });

  test("plays by itself, and as often as it is told", async () => {
    const { file } = await made("name-strap", "tall");
    const page = await opened(file, "?repeats=1&length=3", { width: 360, height: 640 });
    const shown = () =>
      page.evaluate(() => window.rubrick.pixels().data.reduce((sum, level) => (sum * 31 + level) | 0, 7));
    const seen = new Set<number>();
    for (let i = 0; i < 16; i++) {
      seen.add(await shown());
      await new Promise((resolve) => setTimeout(resolve, 250));
    }
    expect(seen.size).toBeGreaterThan(3);
    const last = await shown();
    await new Promise((resolve) => setTimeout(resolve, 600));
    expect(await shown()).toBe(last);
    await page.close();
  });
});
