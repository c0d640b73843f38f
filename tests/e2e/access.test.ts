import { readFileSync } from "node:fs";
import { createRequire } from "node:module";
import { afterAll, beforeAll, describe, expect, jest, test } from "@jest/globals";
import type { Browser, Page } from "puppeteer-core";
import { as, base, newRow, pause, releaseId, startExport, until } from "../support/api";
import { openBrowser, signedIn } from "../support/browser";

/* Everybody gets in: by keyboard, with a reader, with large letters, with less motion, on a phone where a link leads. */

jest.setTimeout(120_000);
const axe = readFileSync(createRequire(import.meta.url).resolve("axe-core/axe.min.js"), "utf8");

let browser: Browser;
let owner: Page;
let stranger: Page;
let links: Readonly<Record<"row" | "watch" | "remote", string>>;
const found: Record<string, string> = {};
beforeAll(async () => {
  browser = await openBrowser();
  owner = (await signedIn(browser, "odile")).page;
  stranger = await (await browser.createBrowserContext()).newPage();
  const release = await releaseId();
  const sheet = (await as("ines", "POST", "/api/sheets", { releaseId: release, name: "Access" })).data.id;
  const row = await newRow(sheet, { name: "Bram Oakhanger" });
  const clip = await startExport();
  await until(
    () => as("ines", "GET", `/api/exports/${clip}`),
    ({ data }) => data.state === "done",
    90,
  );
  const [order] = (await as("ines", "GET", "/api/orders?search=accounts")).data.orders;
  const [live] = (await as("ines", "GET", `/api/orders/${order.id}/live`)).data.pages;
  const [mark] = (await as("tomas", "GET", "/api/house")).data.document.marks;
  Object.assign(found, { "[release]": release, "[sheet]": sheet, "[order]": order.id, "[mark]": mark.id });
  const made = async (body: object) => (await as("ines", "POST", "/api/made-links", body)).data.path as string;
  links = {
    row: await made({ kind: "fill", sheet, row }),
    watch: await made({ kind: "proof", of: { exports: [clip] } }),
    remote: (await as("ines", "POST", `/api/live/${live.id}/links`, { kind: "remote" })).data.path,
  };
});
afterAll(() => browser.close());

/** Every screen of somebody who is signed in; what is in brackets is found first. */
const screens = [
  ...[
    "/",
    "/fill/[release]",
    "/outbox",
    "/outputs",
    "/sheets",
    "/sheets/[sheet]",
    "/orders",
    "/orders/[order]",
    "/moves",
  ],
  ...["/house", "/house/marks/[mark]", "/bench/name-strap", "/account", "/links", "/members", "/audit", "/packages"],
  "/receivers/mailbox",
];

async function opened(page: Page, path: string): Promise<void> {
  await page.goto(base + path);
  await page.waitForSelector("h1");
  await pause(700);
}

/** What breaks WCAG 2.2 AA, as far as a program can tell. */
async function broken(page: Page): Promise<unknown> {
  await page.evaluate(axe);
  return page.evaluate(async () => {
    interface Found {
      id: string;
      nodes: { html: string }[];
    }
    const { axe: tool } = globalThis as unknown as { axe: { run: (o: object) => Promise<{ violations: Found[] }> } };
    const tags = ["wcag2a", "wcag2aa", "wcag21a", "wcag21aa", "wcag22aa"];
    const { violations } = await tool.run({ runOnly: { type: "tag", values: tags }, resultTypes: ["violations"] });
    return violations.map(({ id, nodes }) => [id, nodes.slice(0, 3).map(({ html }) => html.slice(0, 160))]);
  });
}

const tooWide = (page: Page) =>
  page.evaluate(() => document.documentElement.scrollWidth - document.documentElement.clientWidth);

/** What has the focus: whether that is marked, and in sight. */
const stopNow = (page: Page) =>
  page.evaluate(() => {
    const at = document.activeElement as HTMLElement;
    if (!at || at === document.body) return undefined;
    const box = at.getBoundingClientRect();
    // A box may be marked as a whole, with its unit.
    const marked = [at, at.parentElement!].some((element) => {
      const { outlineStyle, outlineWidth, boxShadow } = getComputedStyle(element);
      return (outlineStyle !== "none" && parseFloat(outlineWidth) > 0) || boxShadow !== "none";
    });
    const hidden = at.matches(".visually-hidden, [type=file], [tabindex='-1']");
    const seen = hidden || (box.width > 0 && box.bottom > 0 && box.top < innerHeight);
    const words = (at.textContent || at.getAttribute("aria-label") || at.id).slice(0, 40);
    return { words, marked: hidden || marked, seen };
  });

describe.each(screens)("%s", (pattern) => {
  const pathNow = () => pattern.replace(/\[\w+\]/, (name) => found[name]!);

  test("breaks no rule of WCAG 2.2 AA, and fits 1024 and 2560 px, and 200 %", async () => {
    await opened(owner, pathNow());
    expect(await broken(owner)).toEqual([]);
    for (const [width, scale] of [
      [1024, 1],
      [2560, 1],
      [1280, 2],
    ] as const) {
      await owner.setViewport({ width, height: 800, deviceScaleFactor: scale });
      expect([width, await tooWide(owner)]).toEqual([width, 0]);
    }
    await owner.setViewport({ width: 1280, height: 800 });
  });

  test("is walked through by Tab, each stop in sight and marked", async () => {
    await opened(owner, pathNow());
    const stops: string[] = [];
    for (let i = 0; i < 60; i++) {
      await owner.keyboard.press("Tab");
      // What lies further down comes into sight, which may take a moment.
      const stop = await until(
        () => stopNow(owner),
        (now) => now?.seen !== false,
      ).catch(() => stopNow(owner));
      if (!stop) break;
      expect(stop).toMatchObject({ marked: true, seen: true });
      stops.push(stop.words);
    }
    expect(stops.length).toBeGreaterThan(8);
  });
});

describe.each(["row", "watch", "remote"] as const)("the page of a link (%s)", (kind) => {
  test("breaks no rule of WCAG 2.2 AA, on a phone of 360 px as well as on a desk", async () => {
    for (const width of [360, 1280]) {
      await stranger.setViewport({ width, height: 760 });
      await opened(stranger, links[kind]);
      expect(await broken(stranger)).toEqual([]);
      expect([width, await tooWide(stranger)]).toEqual([width, 0]);
    }
  });
});

test("somebody without an account fills in a row on a phone, by keys alone, and it stands in the sheet", async () => {
  await stranger.setViewport({ width: 360, height: 760 });
  await opened(stranger, links.row);
  await stranger.waitForSelector("[data-field=name] input");
  await stranger.focus("[data-field=name] input");
  for (let i = 0; i < 20; i++) await stranger.keyboard.press("Backspace");
  await stranger.keyboard.type("Ida Fernsby");
  await stranger.waitForSelector("[data-keeping=kept]");
  await pause(1200);
  await stranger.waitForSelector("[data-keeping=kept]");
  for (let i = 0; i < 30; i++) {
    await stranger.keyboard.press("Tab");
    if (await stranger.evaluate(() => document.activeElement?.textContent === "It is ready")) break;
  }
  await stranger.keyboard.press("Enter");
  await stranger.waitForFunction(() => document.querySelector("[data-keeping]")?.textContent?.startsWith("Thank you"));
  const formats = await stranger.$$eval(".format-stage canvas", (all) => all.length);
  expect(formats).toBe(4);
  const sheets = (await as("ines", "GET", "/api/sheets?mine=yes")).data.sheets;
  const sheet = sheets.find(({ name }: { name: string }) => name === "Access");
  const { rows } = (await as("ines", "GET", `/api/sheets/${sheet.id}`)).data;
  expect(rows[0]).toMatchObject({ state: "ready", cells: { name: "Ida Fernsby" } });
});

test("who asks for less motion sees no poster play by itself", async () => {
  await owner.emulateMediaFeatures([{ name: "prefers-reduced-motion", value: "reduce" }]);
  await opened(owner, "/");
  await owner.hover(".release-plate a");
  await pause(900);
  expect(await owner.$(".plate__live")).toBeNull();
  await owner.emulateMediaFeatures([{ name: "prefers-reduced-motion", value: "no-preference" }]);
  await owner.mouse.move(2, 2);
  await owner.hover(".release-plate a");
  await owner.waitForSelector(".plate__live");
});

test("in forced colours every button keeps an edge", async () => {
  const session = await owner.createCDPSession();
  await session.send("Emulation.setEmulatedMedia", { features: [{ name: "forced-colors", value: "active" }] });
  await opened(owner, "/members");
  const edges = await owner.$$eval("main .btn:not(.btn-link)", (buttons) =>
    buttons.map((button) => getComputedStyle(button).borderTopStyle),
  );
  expect(new Set(edges)).toEqual(new Set(["solid"]));
  await session.send("Emulation.setEmulatedMedia", { features: [] });
});
