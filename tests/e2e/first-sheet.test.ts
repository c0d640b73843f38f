import { mkdtempSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { afterAll, beforeAll } from "@jest/globals";
import type { Browser, ElementHandle, Page } from "puppeteer-core";
import { as, base, until } from "../support/api";
import { openBrowser, press, signedIn } from "../support/browser";
import { followGuide, readScreen } from "../support/guide";

/* docs/first-sheet.md as somebody follows it who opens Rubrick for the first time: every step, every name that it says. */

let browser: Browser;
let page: Page;
let errors: string[];
beforeAll(async () => {
  browser = await openBrowser();
  ({ page, errors } = await signedIn(browser, "ines"));
});
afterAll(() => browser.close());

const read = () => readScreen(page);

let sheet = "";
const rows = async () =>
  (await as("ines", "GET", `/api/sheets/${sheet}`)).data.rows as {
    id: string;
    cells: Record<string, unknown>;
    found: unknown;
    clips: { state: string }[];
  }[];
const cell = async (row: number, column: number) =>
  (await page.$$(`.dsg-row:nth-child(${row + 1}) .dsg-cell`))[column]!;

/** What is done in each step; each answers what could be read on the way. */
const deeds: Readonly<Record<string, () => Promise<string>>> = {
  "Choose the design": async () => {
    await page.goto(base);
    await page.waitForSelector(".release-plate");
    const seen = await read();
    for (const plate of await page.$$(".release-plate")) {
      if ((await plate.$eval("h2", (e) => e.textContent)) === "Name strap") await (await plate.$(".btn-link"))!.click();
    }
    await page.waitForSelector(".dsg-container");
    sheet = page.url().split("/").at(-1)!;
    return seen;
  },
  "Import the list": async () => {
    const seen = [await read()];
    const file = join(mkdtempSync(join(tmpdir(), "rubrick-guide-")), "people.csv");
    const people = [
      "Full name;What they do",
      "Wren Okafor;Bees",
      "Solveig Mostøl;Moss",
      "Emrys ap Rhydderch;",
      ";Roses",
    ];
    writeFileSync(file, people.join("\n"));
    await press(page, ".sheet__bar button", /^Import/);
    const input = (await page.waitForSelector(".sheet-drop input")) as ElementHandle<HTMLInputElement>;
    await input.uploadFile(file);
    await page.waitForSelector(".sheet-match");
    seen.push(await read());
    await press(page, ".modal-footer button", /^Import/);
    await until(rows, (all) => all.length === 4);
    return seen.join("\n");
  },
  "See each row": async () => {
    await (await cell(2, 1)).click();
    await page.waitForFunction(() => /Row 2/i.test(document.querySelector(".sheet__side h2")?.textContent ?? ""));
    await page.click(".sheet__side .format-wall__press");
    await page.waitForSelector(".sheet__side .format-wall.is-large");
    return read();
  },
  "Fix what is marked": async () => {
    const seen = await read();
    await press(page, ".sheet__bar button", /^Review/);
    await until(rows, (all) => all.every(({ found }) => found !== null));
    await page.select(".sheet__show", "wrong");
    await page.waitForFunction(() => document.querySelectorAll(".dsg-row").length === 2);
    await (await cell(1, 1)).click();
    await page.waitForFunction(() => /Name is needed/.test(document.querySelector(".sheet__side")!.textContent!));
    await page.keyboard.type("Ysolde Penhaligon");
    await page.keyboard.press("Enter");
    await until(rows, (all) => all[3]!.cells.name === "Ysolde Penhaligon");
    await page.select(".sheet__show", "all");
    return seen;
  },
  "See them all": async () => {
    await press(page, ".sheet__bar label", "Contact sheet");
    await page.waitForFunction(() => document.querySelectorAll("[data-painted=yes]").length === 16);
    const prints = await page.$$(".contact-print");
    await prints[0]!.click();
    await prints[4]!.click();
    const seen = await read();
    await press(page, ".contact__bar button", "Compare");
    await page.waitForSelector(".compare");
    await press(page, ".paper-dialog__close", "Close");
    await press(page, ".sheet__bar label", "Rows");
    return seen;
  },
  "Export them": async () => {
    const before = await read();
    await press(page, ".sheet__make button", "Change");
    for (const name of ["Square", "Portrait", "Tall"]) await press(page, ".sheet__make .tick", name);
    await page.waitForFunction(() =>
      /^Export 4 rows/.test(document.querySelector(".sheet__make .btn-primary")!.textContent!),
    );
    const seen = await read();
    await press(page, ".sheet__make .btn-primary", /^Export 4 rows/);
    await until(rows, (all) => all.every(({ clips }) => clips[0]?.state === "current"));
    return `${before}\n${seen}`;
  },
  "Next month": async () => {
    await (await cell(1, 2)).click();
    await page.keyboard.type("Bees and meadows");
    await page.keyboard.press("Enter");
    await page.waitForFunction(() =>
      /Export 1 row \(all out of date\)/.test(document.querySelector(".sheet__make")!.textContent!),
    );
    const seen = await read();
    await press(page, ".sheet__make .btn-primary", /^Export 1 row/);
    await until(rows, (all) => all.every(({ clips }) => clips.length === 1 && clips[0]?.state === "current"));
    return seen;
  },
};

followGuide("docs/first-sheet.md", "Colleagues", deeds, () => errors);
