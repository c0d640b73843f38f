import { afterAll, beforeAll } from "@jest/globals";
import type { Browser, Page } from "puppeteer-core";
import { as, base, until } from "../support/api";
import { openBrowser, painted, press, signedInByForm } from "../support/browser";
import { followGuide, readScreen } from "../support/guide";

/* README's first clip, as somebody makes it who has read nothing else: every step, every name that it says. */

let browser: Browser;
let page: Page;
let errors: string[];
beforeAll(async () => {
  browser = await openBrowser();
  ({ page, errors } = await signedInByForm(browser, "ines"));
});
afterAll(() => browser.close());

const read = () => readScreen(page);
const newest = async () =>
  ((await as("ines", "GET", "/api/exports")).data.exports as { state: string; fileName: string }[])[0];

/** What is done in each step; each answers what could be read on the way. */
const deeds: Readonly<Record<string, () => Promise<string>>> = {
  "Choose a graphic": async () => {
    await page.goto(base);
    await page.waitForSelector(".release-plate");
    const seen = await read();
    await press(page, ".release-plate h2", "Name strap");
    await page.waitForSelector(".field[data-field=name] input");
    return seen;
  },
  Write: async () => {
    await page.type(".field[data-field=name] input", "Ysolde Penhaligon");
    await page.type(".field[data-field=role] input", "Curator of ferns");
    await painted(page, 4);
    return read();
  },
  "Choose a colour": async () => {
    await press(page, ".field[data-field=accent] label", "Coral");
    return read();
  },
  "Watch it": async () => {
    await page.click("h1");
    await page.keyboard.press("Space");
    await page.waitForSelector(".transport__play[aria-label=Pause]");
    await page.keyboard.press("Space");
    await page.waitForSelector(".transport__play[aria-label=Play]");
    await page.click(".format-wall__press");
    await page.waitForSelector(".format-wall.is-large");
    return read();
  },
  "Heed the checks": async () => {
    // All in capitals and without a space it can’t be broken, and is told until it is shorter.
    await page.click(".field[data-field=name] input", { count: 3 });
    await page.keyboard.type("WILHELMINA".repeat(4));
    await page.waitForSelector(
      ".field[data-field=name] .note-line, .fill__stage .note-line, .field[data-field=name] .notice",
    );
    const seen = await read();
    await page.click(".field[data-field=name] input", { count: 3 });
    await page.keyboard.type("Ysolde Penhaligon");
    return seen;
  },
  "Choose the formats": async () => {
    for (const name of ["Square", "Portrait", "Tall"]) await press(page, ".export-panel .tick", name);
    return read();
  },
  "Choose the kind of file": async () => {
    const seen = [await read()];
    await press(page, ".output-ticks button", "Change");
    await page.$$eval(".output-ticks details", (all) => all.forEach((one) => (one.open = true)));
    seen.push(await read());
    return seen.join("\n");
  },
  Export: async () => {
    const seen = await read();
    await press(page, ".export-panel .btn-primary", "Export 1 file");
    await page.waitForSelector(".export-panel .notice-note a");
    return seen;
  },
  Download: async () => {
    await press(page, ".export-panel .notice-note a", "Open the outbox");
    await until(newest, (file) => file?.state === "done");
    await page.waitForFunction(() => document.querySelector(".outbox__row .stamp")?.textContent === "Proved");
    return read();
  },
  "Make many": async () => {
    await page.goto(base);
    await page.waitForSelector(".release-plate");
    return read();
  },
};

followGuide("README.md", "## Guides", deeds, () => errors);
