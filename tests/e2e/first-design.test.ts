import { afterAll, beforeAll, expect } from "@jest/globals";
import type { Browser, Page } from "puppeteer-core";
import type { Design } from "@/core/document/design";
import { as, base, pause } from "../support/api";
import { openBrowser, press, signedIn } from "../support/browser";
import { followGuide, readScreen } from "../support/guide";

/* docs/first-design.md as a new designer follows it: every step, every name that it says. */

let browser: Browser;
let page: Page;
let errors: string[];
let id = "";
beforeAll(async () => {
  browser = await openBrowser();
  ({ page, errors } = await signedIn(browser, "tomas"));
});
afterAll(async () => {
  if (id) await as("tomas", "POST", `/api/designs/${id}/about`, { archived: true });
  await browser.close();
});

const read = () => readScreen(page);
const words = ".bench__page textarea[aria-label=Text]";
const closed = () => page.waitForFunction(() => !document.querySelector("[role=dialog]"));
async function saved(): Promise<Design> {
  await pause(900);
  await page.waitForSelector("[data-save=saved]");
  return (await as("tomas", "GET", `/api/designs/${id}`)).data.document;
}
async function write(text: string): Promise<void> {
  await page.waitForSelector(words);
  await page.click(words, { count: 3 });
  await page.type(words, text);
  await page.$eval(words, (e) => (e as HTMLElement).blur());
}

/** What is done in each step; each answers what could be read on the way. */
const deeds: Readonly<Record<string, () => Promise<string>>> = {
  "Begin it": async () => {
    await page.goto(base);
    await page.waitForSelector(".shelf__tools .btn-primary");
    const shelf = await read();
    await press(page, "button", "New design");
    await page.waitForSelector("[role=dialog] input");
    await page.type("[role=dialog] input", "Tip of the day");
    await press(page, ".beginnings label", /^One line/);
    const seen = await read();
    await press(page, "[role=dialog] .btn", "Open it on the bench");
    await page.waitForSelector(".bench .overlay__hit");
    id = new URL(page.url()).pathname.split("/").pop()!;
    return shelf + seen;
  },
  Write: async () => {
    await press(page, ".strip__choose", "Line");
    await write("Water at dusk");
    return read();
  },
  "A second line": async () => {
    await page.keyboard.press("n");
    await page.waitForSelector(".kinds button");
    const seen = await read();
    await press(page, ".kinds button", /^Text /);
    await closed();
    await write("So the day’s heat can’t take it");
    const page2 = await read();
    await press(page, ".bench__page .chip", "Background panel");
    const { layers } = await saved();
    const grounds = layers.flatMap((layer) => (layer.kind === "rectangle" ? [JSON.stringify(layer.fill)] : []));
    expect(new Set(grounds).size).toBe(2);
    return seen + page2;
  },
  "Look closer": async () => {
    const share = () => page.$eval(".bench-stage .figures", (e) => parseInt(e.textContent!, 10));
    await page.keyboard.press("9");
    await pause(300);
    expect(await share()).toBeGreaterThan(150);
    await page.keyboard.press("0");
    await pause(300);
    expect(await share()).toBe(100);
    return read();
  },
  "Hand it over": async () => {
    await page.keyboard.press("e");
    const { fields } = await saved();
    // The first line was handed over by its beginning.
    expect(fields.filter(({ kind }) => kind === "line")).toHaveLength(2);
    return read();
  },
  "Bring it on": async () => {
    await page.keyboard.press("Escape");
    await page.waitForSelector(".motion-sets button");
    const seen = await read();
    await press(page, ".motion-sets button", /^Climb/);
    await page.keyboard.press("1");
    const label = () => page.$eval(".strip .transport__play", (e) => e.getAttribute("aria-label"));
    await page.waitForFunction(
      () => document.querySelector(".strip .transport__play")?.getAttribute("aria-label") === "Pause",
    );
    await page.keyboard.press("Space");
    await pause(200);
    expect(await label()).not.toBe("Pause");
    const { layers } = await saved();
    expect(layers.every(({ moves }) => moves.some(({ phase }) => phase === "arrive"))).toBe(true);
    return seen;
  },
  "Test it": async () => {
    const seen = await read();
    await press(page, ".bench__bar .tool", "Test values");
    await page.waitForSelector("[role=dialog]");
    await page.keyboard.press("Escape");
    await closed();
    return seen;
  },
  Publish: async () => {
    await press(page, ".bench__bar .btn", "Publish …");
    await page.waitForFunction(() => !document.querySelector("[role=dialog]")?.textContent?.includes("Checking"));
    await page.waitForSelector(".modal-footer .btn-primary:not(:disabled)");
    const seen = await read();
    await press(page, ".modal-footer .btn-primary", "Publish");
    await page.waitForSelector("[role=dialog] a[href^='/fill/']");
    return seen;
  },
};

followGuide("docs/first-design.md", "What you change", deeds, () => errors);
