import { mkdtempSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import puppeteer, { type Browser, type LaunchOptions, type Page } from "puppeteer-core";
import { base, pause, type Who } from "./api";

const quiet = ["--disable-quic", "--no-first-run", "--disable-background-networking", "--disable-component-update"];

/** How every browser of tests and bench is started. */
export const quietBrowser = (viewport: { width: number; height: number }): LaunchOptions => ({
  executablePath: process.env.CHROMIUM ?? "/usr/bin/chromium",
  args: ["--no-sandbox", "--disable-gpu", "--disable-sync", "--hide-scrollbars", ...quiet],
  userDataDir: mkdtempSync(join(tmpdir(), "rubrick-browser-")),
  defaultViewport: viewport,
  protocolTimeout: 120_000,
});

/** How long whatever is waited for may take: a busy machine is slow, and slow is no fault. */
const patienceMs = 45_000;

/** A browser whose pages wait for as long as a busy machine may take. */
export async function openBrowser(): Promise<Browser> {
  const browser = await puppeteer.launch(quietBrowser({ width: 1280, height: 800 }));
  const newPage = browser.newPage.bind(browser);
  browser.newPage = async (options) => {
    const page = await newPage(options);
    page.setDefaultTimeout(patienceMs);
    return page;
  };
  return browser;
}

/** A page whose errors are collected, signed in as a demo member. */
export async function signedIn(browser: Browser, who: Who): Promise<{ page: Page; errors: string[] }> {
  const page = await browser.newPage();
  const errors: string[] = [];
  page.on("pageerror", (error) => errors.push(String(error)));
  page.on("console", (message) => {
    if (message.type() === "error") errors.push(`${message.text()} ${message.location().url ?? ""}`.trim());
  });
  await page.goto(`${base}/sign-in`);
  await page.type("#email", `${who}@quillmere.example`);
  await page.type("#password", "fern-moss-paper");
  await Promise.all([page.waitForNavigation(), page.click("button.btn-primary")]);
  return { page, errors };
}

/** Presses the first element of a kind that reads like this, as soon as there is one that can be pressed. */
export async function press(page: Page, selector: string, text: string | RegExp): Promise<void> {
  const good = (found: string) => (typeof text === "string" ? found.trim() === text : text.test(found));
  await page.waitForSelector(selector);
  for (const end = Date.now() + patienceMs; Date.now() < end; await pause(100)) {
    for (const element of await page.$$(selector)) {
      // Drawn anew between being found and read, it is found again in the next round.
      const found = await element
        .evaluate((e) => (e.matches(":disabled") ? undefined : (e.textContent ?? "")))
        .catch(() => undefined);
      if (found === undefined || !good(found)) continue;
      // So too if it is drawn anew before the pointer is there.
      const pressed = await element.click().then(
        () => true,
        () => false,
      );
      if (pressed) return;
    }
  }
  throw new Error(`nothing like “${text}” among ${selector}`);
}

/** Waits until every preview of the page has been painted. */
export async function painted(page: Page, count: number): Promise<void> {
  await page.waitForFunction(
    (n) =>
      [...document.querySelectorAll<HTMLCanvasElement>(".format-stage canvas")].filter((c) => c.style.width).length >=
      n,
    {},
    count,
  );
}
