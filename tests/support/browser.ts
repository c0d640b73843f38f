import { mkdtempSync } from "node:fs";
import { rm } from "node:fs/promises";
import { tmpdir } from "node:os";
import { join } from "node:path";
import puppeteer, { type Browser, type LaunchOptions, type Page } from "puppeteer-core";
import { base, cookieOf, patienceMs, pause, type Who } from "./api";

const quiet = ["--disable-quic", "--no-first-run", "--disable-background-networking", "--disable-component-update"];

/** How every browser of tests and bench is started. */
export const quietBrowser = (viewport: { width: number; height: number }): LaunchOptions => ({
  executablePath: process.env.CHROMIUM ?? "/usr/bin/chromium",
  args: ["--no-sandbox", "--disable-gpu", "--disable-sync", "--hide-scrollbars", ...quiet],
  userDataDir: mkdtempSync(join(tmpdir(), "rubrick-browser-")),
  defaultViewport: viewport,
  protocolTimeout: 600_000,
});

/** A browser whose pages wait for as long as a busy machine may take. */
export async function openBrowser(): Promise<Browser> {
  const options = quietBrowser({ width: 1280, height: 800 });
  const browser = await puppeteer.launch(options);
  browser.once("disconnected", () => void rm(options.userDataDir!, { recursive: true, force: true }).catch(() => {}));
  waitPatiently(browser);
  const createContext = browser.createBrowserContext.bind(browser);
  browser.createBrowserContext = async (options) => waitPatiently(await createContext(options));
  return browser;
}

/** Lets every page that it opens be waited for. */
function waitPatiently<T extends Pick<Browser, "newPage">>(opener: T): T {
  const newPage = opener.newPage.bind(opener);
  opener.newPage = async (options) => {
    const page = await newPage(options);
    page.setDefaultTimeout(patienceMs);
    return page;
  };
  return opener;
}

export interface SignedIn {
  readonly page: Page;
  readonly errors: string[];
}

/** A new page whose errors are collected. */
async function watchedPage(browser: Browser): Promise<SignedIn> {
  const page = await browser.newPage();
  const errors: string[] = [];
  page.on("pageerror", (error) => errors.push(String(error)));
  page.on("console", (message) => {
    if (message.type() === "error") errors.push(`${message.text()} ${message.location().url ?? ""}`.trim());
  });
  return { page, errors };
}

/** A page at the shelf, in the one session that all tests of a suite share as a demo member. */
export async function signedIn(browser: Browser, who: Who): Promise<SignedIn> {
  const opened = await watchedPage(browser);
  const [name, value] = (await cookieOf(who)).split(/=(.*)/);
  const domain = new URL(base).hostname;
  await opened.page.browserContext().setCookie({ name: name!, value: value!, domain, httpOnly: true, sameSite: "Lax" });
  await opened.page.goto(base);
  return opened;
}

/** The same in a session of its own, by the form at the door. */
export async function signedInByForm(browser: Browser, who: Who): Promise<SignedIn> {
  const opened = await watchedPage(browser);
  const { page } = opened;
  await page.goto(`${base}/sign-in`);
  await page.type("#email", `${who}@quillmere.example`);
  await page.type("#password", "fern-moss-paper");
  await Promise.all([page.waitForNavigation(), page.click("button.btn-primary")]);
  return opened;
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
