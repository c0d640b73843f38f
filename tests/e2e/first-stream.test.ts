import { afterAll, beforeAll, expect } from "@jest/globals";
import sharp from "sharp";
import type { Browser, Page } from "puppeteer-core";
import { as, base, pause } from "../support/api";
import { openBrowser, press, signedIn } from "../support/browser";
import { followGuide, readScreen } from "../support/guide";

/* docs/first-stream.md as somebody follows it who has a stream tonight: every step, every name that it says. */

let browser: Browser;
let page: Page;
let errors: string[];
/** The live page, as a mixer takes it. */
let layer: Page;
let order = "";
beforeAll(async () => {
  browser = await openBrowser();
  ({ page, errors } = await signedIn(browser, "ines"));
});
afterAll(async () => {
  if (order) await as("ines", "POST", `/api/orders/${order}/remove`);
  await browser.close();
});

const read = () => readScreen(page);
const closed = () => page.waitForFunction(() => !document.querySelector(".modal, .modal-backdrop"));
const shows = (name: string) =>
  layer.waitForFunction((wanted) => document.querySelector(".live-page")?.getAttribute("data-on") === wanted, {}, name);
const box = (field: string) => `.order-entry .field[data-field=${field}] input`;

/** What is done in each step; each answers what could be read on the way. */
const deeds: Readonly<Record<string, () => Promise<string>>> = {
  "Begin the order": async () => {
    await press(page, "nav a", "Running orders");
    await page.waitForSelector(".page__head .btn");
    const seen = await read();
    await press(page, ".page__head .btn", "New running order");
    await page.type("#order-name", "Tonight");
    const named = await read();
    await press(page, ".modal .btn", "Create");
    await page.waitForSelector(".order__empty");
    order = page.url().split("/").at(-1)!;
    return seen + named;
  },
  "Put graphics in": async () => {
    await closed();
    await press(page, ".order-rows .btn", "Add graphics");
    await page.waitForSelector(".order-add b");
    const seen = await read();
    await press(page, ".order-add b", "Name strap");
    await page.waitForSelector(box("name"));
    await closed();
    await page.type(box("name"), "Wren Okafor");
    await page.type(box("role"), "Bees and meadows");
    await press(page, ".order-rows .btn", "Add graphics");
    await press(page, ".modal .segments label", "All accounts");
    await press(page, ".order-add b", "Handle pop-up");
    await page.waitForFunction(() => document.querySelectorAll(".order-rows tbody tr").length === 6);
    await closed();
    return seen + (await read());
  },
  "Arrange them": async () => {
    await press(page, ".order-rows__name", "@mothnight");
    await page.keyboard.down("Alt");
    await page.keyboard.press("ArrowUp");
    await page.keyboard.up("Alt");
    await page.click("tbody tr:nth-child(3) input[type=checkbox]");
    await page.waitForFunction(() => document.querySelectorAll(".order-strip__paper").length === 5);
    await press(page, ".segments label", "The whole order");
    await page.select("[aria-label='How the next graphic follows, in all of the order']", "leaving");
    await page.waitForSelector("[data-save=saved]");
    return read();
  },
  "Put it on air": async () => {
    await press(page, ".segments label", "On the air");
    await page.waitForSelector(".on-air .btn");
    const before = await read();
    await press(page, ".on-air .btn", "New live page");
    await page.waitForSelector(".on-air__page");
    await page.waitForFunction(
      () =>
        document.body.innerText.includes("It shows the order") ||
        document.body.innerText.includes("not on the air yet"),
    );
    return before + (await read());
  },
  "Give it to the mixer": async () => {
    await press(page, ".on-air__page .chip", "Link to the live page");
    const address = await page.waitForSelector("[aria-label='Address of the link']");
    const url = await address!.evaluate((e) => (e as HTMLInputElement).value);
    layer = await browser.newPage();
    await layer.setViewport({ width: 1280, height: 720 });
    await layer.goto(url);
    await layer.waitForSelector(".live-page[data-state=on]");
    const { channels } = await sharp(Buffer.from(await layer.screenshot({ omitBackground: true })))
      .ensureAlpha()
      .stats();
    expect(channels[3]!.max).toBe(0);
    await page.bringToFront();
    return read();
  },
  "Hold the remote": async () => {
    const before = await read();
    await press(page, ".on-air__page a", "Open the remote");
    await page.waitForSelector("[data-press=next]:not(:disabled)");
    await page.click("[data-press=next]");
    await page.waitForSelector("[data-press=hold]:not(:disabled)");
    const seen = await read();
    await layer.bringToFront();
    await shows("Wren Okafor");
    await page.bringToFront();
    await page.click("[data-press=hold]");
    await page.waitForSelector("[data-press=go-on]");
    return before + seen;
  },
  "Fix a mistake": async () => {
    await page.goto(`${base}/orders/${order}`);
    await press(page, ".order-rows__name", "Wren Okafor");
    await page.click(box("name"), { count: 3 });
    await page.type(box("name"), "Wren O’Kafor");
    await page.waitForSelector("[data-save=saved]");
    await press(page, ".segments label", "On the air");
    await page.waitForSelector(".on-air__page");
    const seen = await read();
    await press(page, ".on-air__page .btn", "Replace at once");
    await layer.bringToFront();
    await shows("Wren O’Kafor");
    await page.bringToFront();
    return seen;
  },
  Afterwards: async () => {
    const seen = await read();
    await press(page, ".on-air__links .chip", "End link");
    await layer.bringToFront();
    await layer.waitForSelector(".live-page[data-state=over]");
    await pause(300);
    const { channels } = await sharp(Buffer.from(await layer.screenshot({ omitBackground: true })))
      .ensureAlpha()
      .stats();
    expect(channels[3]!.max).toBe(0);
    return seen;
  },
};

followGuide("docs/first-stream.md", "What is on the air is stored", deeds, () => errors);
