import { execFileSync } from "node:child_process";
import { mkdtempSync, readFileSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { createCanvas, loadImage } from "@napi-rs/canvas";
import { afterAll, beforeAll, expect, test } from "@jest/globals";
import type { Browser, ElementHandle, Page } from "puppeteer-core";
import sharp from "sharp";
import { base, cookieOf, pause, until } from "../support/api";
import { openBrowser, painted, press, signedIn } from "../support/browser";
import { videoFile } from "../support/files";
const folder = mkdtempSync(join(tmpdir(), "rubrick-own-"));
let browser: Browser;
beforeAll(async () => {
  browser = await openBrowser();
});
afterAll(() => browser?.close());

async function bring(page: Page, field: string, file: string): Promise<void> {
  const input = (await page.$(`.field[data-field=${field}] input[type=file]`)) as ElementHandle<HTMLInputElement>;
  await input.uploadFile(file);
  await page.waitForFunction(
    (id) => document.querySelector(`.field[data-field=${id}] .slot__own`)?.textContent?.includes("uploaded"),
    {},
    field,
  );
}

/** Opens how the picture of a field sits; pressed again where what was brought moved the button from under the pointer. */
const openFraming = (page: Page, field: string) =>
  until(
    async () => {
      const opened = () => page.$(`.field[data-field=${field}] .slot__framing`);
      if (!(await opened())) await press(page, `.field[data-field=${field}] .chip`, "Position and zoom");
      return (await opened()) !== null;
    },
    (opened) => opened,
  );

test("a contributor brings a picture along, frames it for one format, and the clip shows it", async () => {
  const { page, errors } = await signedIn(browser, "ines");
  await press(page, ".release-plate a h2", "Bloom card");
  await page.waitForSelector(".field[data-field=picture] input[type=file]");
  // Left half red, right half green: by its framing one of them fills the picture.
  const halves = sharp({ create: { width: 1600, height: 1600, channels: 3, background: "#c01020" } }).composite([
    { input: { create: { width: 800, height: 1600, channels: 3, background: "#10a040" } }, left: 800, top: 0 },
  ]);
  const file = join(folder, "Two halves.png");
  writeFileSync(file, await halves.png().toBuffer());
  await bring(page, "picture", file);
  await openFraming(page, "picture");
  await page.select(".field[data-field=picture] .slot__framing select", "square");
  const slide = (label: string, value: number) =>
    page.$$eval(
      ".field[data-field=picture] .slot__framing .setting",
      (rows, name, to) => {
        const input = rows.find((row) => row.textContent!.startsWith(name))!.querySelector("input")!;
        Object.getOwnPropertyDescriptor(HTMLInputElement.prototype, "value")!.set!.call(input, String(to));
        input.dispatchEvent(new Event("input", { bubbles: true }));
      },
      label,
      value,
    );
  await slide("Zoom", 3);
  // Pulled to its green half by hand; a press that shakes pulls nothing.
  const across = () =>
    page.$$eval(".field[data-field=picture] .slot__framing .setting", (rows) =>
      Number(rows.find((row) => row.textContent!.startsWith("Across"))!.querySelector("input")!.value),
    );
  await page.waitForSelector('[data-format="square"] .framing-hands');
  const hands = (await (await page.$('[data-format="square"] .framing-hands'))!.boundingBox())!;
  const pull = async (byPx: number) => {
    await page.mouse.move(hands.x + hands.width / 2, hands.y + hands.height / 2);
    await page.mouse.down();
    await page.mouse.move(hands.x + hands.width / 2 + byPx, hands.y + hands.height / 2, { steps: 4 });
    await page.mouse.up();
  };
  const before = await across();
  await pull(-2);
  expect(await across()).toBe(before);
  await pull(-20);
  const furthest = 1 - 1 / 6;
  await until(across, (now) => now > before && now < furthest - 0.05);
  for (let i = 0; i < 5; i++) await pull(-200);
  // Three times as large, a third of it is seen: its middle comes no further.
  await until(across, (now) => Math.abs(now - furthest) < 0.01);
  await page.type(".field[data-field=title] input", "Glory of the snow");
  await page.click("#length", { count: 3 });
  await page.keyboard.type("3");
  await painted(page, 4);
  await press(page, ".output-ticks button", "Change");
  for (const tick of await page.$$(".tick input"))
    await tick.evaluate((e) => e.checked && (e as HTMLInputElement).click());
  await press(page, ".tick", "Square");
  await press(page, ".tick", "Wide");
  await press(page, ".tick", /^Transparent clip/);
  await press(page, ".btn-primary", "Export 2 files");
  await page.waitForSelector(".export-panel .notice-note a");
  await page.click(".export-panel .notice-note a");
  const stamps = () =>
    [...document.querySelectorAll(".outbox__row")].slice(0, 2).map((row) => row.querySelector(".stamp")?.textContent);
  await page.waitForFunction(`(${stamps.toString()})().join() === "Proved,Proved"`);
  const made = await page.$$eval(".outbox__row", (rows) =>
    rows
      .slice(0, 2)
      .map(
        (row) =>
          [
            row.querySelector(".outbox__name")!.textContent,
            row.querySelector("a[download]")!.getAttribute("href")!,
          ] as const,
      ),
  );
  expect(errors).toEqual([]);
  const middles: Record<string, number[]> = {};
  for (const [name, link] of made) {
    const answer = await fetch(base + link, { headers: { cookie: await cookieOf("ines") } });
    const clip = join(folder, "clip.webm");
    writeFileSync(clip, Buffer.from(await answer.arrayBuffer()));
    const png = join(folder, "frame.png");
    execFileSync("ffmpeg", [
      "-v",
      "error",
      "-c:v",
      "libvpx-vp9",
      "-ss",
      "1.5",
      "-i",
      clip,
      "-frames:v",
      "1",
      "-y",
      png,
    ]);
    const image = await loadImage(readFileSync(png));
    const context = createCanvas(image.width, image.height).getContext("2d");
    context.drawImage(image, 0, 0);
    middles[/square/.test(name!) ? "square" : "wide"] = [
      ...context.getImageData(Math.round(image.width * 0.3), Math.round(image.height * 0.12), 1, 1).data,
    ];
  }
  // In the square it was moved to its green half; the wide one has its middle, so that left of it is red.
  expect(middles.square![1]).toBeGreaterThan(middles.square![0]! + 60);
  expect(middles.wide![0]).toBeGreaterThan(middles.wide![1]! + 60);
});

test("a video that is brought along is read by a worker, and shown", async () => {
  const { page, errors } = await signedIn(browser, "ines");
  await press(page, ".release-plate a h2", "Split frame");
  await page.waitForSelector(".field[data-field=slot-2] input[type=file]");
  const file = join(folder, "moth.mp4");
  writeFileSync(file, videoFile("moth.mp4"));
  await bring(page, "slot-2", file);
  await painted(page, 4);
  await openFraming(page, "slot-2");
  expect(await page.$$eval(".slot__framing input[type=number]", (list) => list.length)).toBe(2);
  expect(errors).toEqual([]);
});

test("several pictures go to the empty slots in turn, two slots change places by a pull, a video begins where it is put", async () => {
  const { page, errors } = await signedIn(browser, "ines");
  await press(page, ".release-plate a h2", "Split frame");
  await page.waitForSelector(".field[data-field=slot-1] input[type=file]");
  const files = ["First", "Second", "Third"].map((name) => join(folder, `${name}.png`));
  for (const [i, file] of files.entries())
    writeFileSync(
      file,
      await sharp({ create: { width: 900, height: 900, channels: 3, background: ["#a33", "#3a3", "#33a"][i]! } })
        .png()
        .toBuffer(),
    );
  const input = (await page.$(".field[data-field=slot-1] input[type=file]")) as ElementHandle<HTMLInputElement>;
  await input.uploadFile(...files);
  const held = (id: string, name: string) =>
    page.waitForFunction(
      (field, wanted) =>
        document.querySelector(`.field[data-field=${field}] .slot__own`)?.textContent?.includes(wanted),
      {},
      id,
      name,
    );
  await held("slot-1", "First");
  await held("slot-3", "Second");
  // The third has no place: that is said.
  expect(await page.$eval(".field[data-field=slot-1]", (field) => field.textContent)).toContain("Third: no empty slot");
  // Pictures that are still coming move what lies below them.
  await page.waitForFunction(() => [...document.images].every(({ complete }) => complete));
  const boxOf = async (selector: string) => (await (await page.$(selector))!.boundingBox())!;
  const swapped = () =>
    page.$eval(".field[data-field=slot-1] .slot__own", (own) => own.textContent?.includes("Second") === true);
  // A pull that begins while the form still moves takes hold of nothing: then it is pulled once more.
  for (let pulls = 0; pulls < 4 && !(await swapped()); pulls++) {
    await page.$eval(".field[data-field=slot-2]", (between) => between.scrollIntoView({ block: "center" }));
    await pause(400);
    const from = await boxOf(".field[data-field=slot-1] .slot__held");
    const over = await boxOf(".field[data-field=slot-3] .slot");
    await page.mouse.move(from.x + 8, from.y + 8);
    await page.mouse.down();
    await page.mouse.move(over.x + 20, over.y + 12, { steps: 8 });
    await page.mouse.move(over.x + 24, over.y + 16, { steps: 2 });
    await page.mouse.up();
    await pause(1500);
  }
  await held("slot-1", "Second");
  await held("slot-3", "First");
  await page.select(".field[data-field=slot-1] .slot__swap select", "slot-3");
  await held("slot-1", "First");
  await page.click(".field[data-field=slot-2] .choice input");
  await openFraming(page, "slot-2");
  await page.focus(".film-strip");
  await page.keyboard.press("ArrowRight");
  for (let i = 0; i < 4; i++) await page.keyboard.press("ArrowRight");
  const begins = ".field[data-field=slot-2] .slot__framing input[type=number]";
  await page.waitForFunction((box) => document.querySelector<HTMLInputElement>(box)?.value === "0.5", {}, begins);
  expect(errors).toEqual([]);
});
