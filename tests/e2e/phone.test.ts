import { afterAll, beforeAll, expect, test } from "@jest/globals";
import type { Browser, Page } from "puppeteer-core";
import { as, base, releaseId, until } from "../support/api";
import { openBrowser, signedIn } from "../support/browser";

/* What people do on a phone, by touch: 390 by 844, as narrow as they come. */

let browser: Browser;
let page: Page;
let errors: string[];
beforeAll(async () => {
  browser = await openBrowser();
  ({ page, errors } = await signedIn(browser, "ines"));
  await page.setViewport({ width: 390, height: 844, isMobile: true, hasTouch: true });
});
afterAll(async () => {
  await browser?.close();
});

/** How far the page reaches sideways, and what of it is too small for a finger. */
const forThumbs = () =>
  page.evaluate(() => {
    const pressed = "a, button, select, summary, input:not([type=checkbox], [type=radio], [type=range], [type=file])";
    const isShown = (e: Element) =>
      e.checkVisibility({ visibilityProperty: true }) && e.getBoundingClientRect().width > 2;
    const small = [...document.querySelectorAll(pressed)].filter((e) => {
      // The small pictures of formats are pressed as wholes; a link within a sentence is as high as its line.
      if (!isShown(e) || e.closest("p, .notice, .format-wall, .visually-hidden, small, label")) return false;
      return e.getBoundingClientRect().height < 43.5;
    });
    return {
      sideways: document.scrollingElement!.scrollWidth - innerWidth,
      small: small.map((e) => `${e.tagName} ${e.className} ${e.textContent?.slice(0, 20)}`),
    };
  });

test.each([
  ["the shelf", "/"],
  ["sheets", "/sheets"],
  ["running orders", "/orders"],
  ["the outbox", "/outbox"],
  ["outputs", "/outputs"],
  ["links", "/links"],
  ["the account", "/account"],
])("%s fit, and everything is large enough to press", async (_, path) => {
  await page.goto(base + path, { waitUntil: "networkidle2" });
  await page.waitForSelector("h1");
  expect(await forThumbs()).toEqual({ sideways: 0, small: [] });
});

test("a running order fits, with its list and its files", async () => {
  const { orders } = (await as("ines", "GET", "/api/orders?search=accounts")).data as { orders: { id: string }[] };
  await page.goto(`${base}/orders/${orders[0]!.id}`);
  await page.waitForSelector(".order-rows__name");
  expect((await forThumbs()).sideways).toBe(0);
  const [make] = await page.$$("xpath/.//label[contains(., 'Make files')]");
  await make!.tap();
  await page.waitForFunction(() =>
    /One film of the whole order/.test(document.querySelector(".order__side")!.textContent!),
  );
  expect((await forThumbs()).sideways).toBe(0);
});

test.each([
  ["designer's bench", "tomas", "/bench/name-strap"],
  ["house style", "tomas", "/house"],
] as const)("the %s says kindly that it needs more room", async (_, who, path) => {
  const other = await signedIn(browser, who);
  await other.page.setViewport({ width: 390, height: 844, isMobile: true, hasTouch: true });
  await other.page.goto(base + path);
  await other.page.waitForSelector(".needs-room", { visible: true });
  expect(await other.page.$eval(".needs-room", (e) => e.textContent)).toContain("at least 1,000 px wide");
  expect(await other.page.evaluate(() => document.scrollingElement!.scrollWidth)).toBe(390);
  await other.page.close();
  ({ page, errors } = await signedIn(browser, "ines"));
  await page.setViewport({ width: 390, height: 844, isMobile: true, hasTouch: true });
});

test("a clip is filled in by touch with its preview in view, made, and downloaded from the outbox", async () => {
  await page.goto(`${base}/fill/${await releaseId()}`);
  const name = (await page.waitForSelector(".field[data-field=name] input"))!;
  await name.tap();
  await page.keyboard.type("Wren Okafor");
  // However far the form is scrolled, what is written is seen.
  await page.evaluate(() => scrollBy(0, 600));
  const wall = await page.$eval(".format-wall", (e) => e.getBoundingClientRect().toJSON() as DOMRect);
  expect([wall.top >= -1, wall.bottom < 422]).toEqual([true, true]);
  expect((await forThumbs()).sideways).toBe(0);
  for (const format of ["Square", "Portrait", "Tall"]) {
    const [tick] = await page.$$(`xpath/.//label[contains(@class, 'tick')][contains(., '${format}')]`);
    await tick!.tap();
  }
  const [go] = await page.$$("xpath/.//button[contains(., 'Export 1 file')]");
  await go!.tap();
  const link = (await page.waitForSelector(".export-panel .notice-note a"))!;
  await link.tap();
  await page.waitForFunction(() => location.pathname === "/outbox");
  await until(
    () => page.$eval(".outbox__row .stamp", (e) => e.textContent).catch(() => ""),
    (stamp) => stamp === "Proved",
  );
  expect(await forThumbs()).toEqual({ sideways: 0, small: [] });
  const href = await page.$eval(".outbox__row a[download]", (e) => (e as HTMLAnchorElement).href);
  const bytes = await page.evaluate(async (url) => (await (await fetch(url)).arrayBuffer()).byteLength, href);
  expect(bytes).toBeGreaterThan(1000);
  expect(errors).toEqual([]);
});

test("a proof is watched on a phone, close up, with its controls below the picture", async () => {
  await page.goto(`${base}/outbox`);
  await page.waitForSelector(".outbox__row");
  await press("Proof");
  await page.waitForSelector(".film-player video");
  await watched(page);
  expect(await forThumbs()).toEqual({ sideways: 0, small: [] });
});

test("a clip is watched by link, commented on and approved, and a reply is read there", async () => {
  const { exports: made } = (await as("ines", "GET", "/api/exports")).data as {
    exports: { id: string; state: string }[];
  };
  const { id } = made.find(({ state }) => state === "done")!;
  const link = { kind: "proof", of: { exports: [id] } };
  const { path } = (await as("ines", "POST", "/api/made-links", link)).data as { path: string };
  await page.goto(base + path);
  await watched(page);
  expect((await forThumbs()).sideways).toBe(0);
  await (await page.$("input[autocomplete=name]"))!.tap();
  await page.keyboard.type("Eve");
  await (await page.$(".watch__side textarea"))!.tap();
  await page.keyboard.type("A little larger, please.");
  await press("Request a change");
  await page.waitForFunction(() => document.querySelector(".watch__side li")?.textContent?.includes("larger"));
  await press("Approve");
  await page.waitForSelector(".watch__approved");
  expect(await forThumbs()).toEqual({ sideways: 0, small: [] });
});

/** A film that shows its poster's instant, with nothing over it, and plays by a tap. */
async function watched(on: Page): Promise<void> {
  await on.waitForFunction(() => (document.querySelector("video")?.readyState ?? 0) >= 2);
  const at = await on.evaluate(() => {
    const film = document.querySelector(".film-player")!;
    const [frame, controls] = [film.firstElementChild!, film.lastElementChild!].map((e) => e.getBoundingClientRect());
    return {
      below: controls!.top >= frame!.bottom,
      wide: frame!.width,
      instant: film.querySelector("video")!.currentTime,
    };
  });
  expect([at.below, at.wide > 250, at.instant > 0]).toEqual([true, true, true]);
  await (await on.$(".film-player [aria-label=Play]"))!.tap();
  await on.waitForSelector(".film-player [aria-label=Pause]");
}

async function press(name: string): Promise<void> {
  const [button] = await page.$$(`xpath/.//button[normalize-space()='${name}']`);
  await button!.tap();
}
