import { readFileSync } from "node:fs";
import { createRequire } from "node:module";
import { afterAll, beforeAll, describe, expect, test } from "@jest/globals";
import type { Browser, Page } from "puppeteer-core";
import { as, base, newRow, pause, releaseId, startExport, until } from "../support/api";
import { openBrowser, press, signedIn } from "../support/browser";

/* Everybody gets in: by keyboard, with a reader, with large letters, with less motion, on a phone where a link leads. */
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
  ...[
    "/house",
    "/house/marks/[mark]",
    "/bench/name-strap",
    "/account",
    "/links",
    "/members",
    "/audit",
    "/packages",
    "/help",
  ],
  "/receivers/mailbox",
];

const desk = { width: 1280, height: 800 };

async function opened(page: Page, path: string): Promise<void> {
  await page.goto(base + path);
  await page.waitForSelector("h1");
  await pause(700);
}

/** What breaks WCAG 2.2 AA, as far as a program can tell: on the whole page, or in a part of it. */
async function broken(page: Page, within = "html"): Promise<unknown> {
  if (!(await page.evaluate(() => "axe" in globalThis))) await page.evaluate(axe);
  return page.evaluate(async (part) => {
    interface Found {
      id: string;
      nodes: { html: string }[];
    }
    type Axe = { run: (part: string, o: object) => Promise<{ violations: Found[] }> };
    const { axe: tool } = globalThis as unknown as { axe: Axe };
    const tags = ["wcag2a", "wcag2aa", "wcag21a", "wcag21aa", "wcag22aa"];
    const { violations } = await tool.run(part, {
      runOnly: { type: "tag", values: tags },
      resultTypes: ["violations"],
    });
    return violations.flatMap(({ id, nodes }) => {
      // A cue is as wide as its place in time lets it be, and is written out in the list beside it.
      const told = nodes.filter(({ html }) => id !== "target-size" || !html.includes("papers__cue"));
      return told.length === 0 ? [] : [[id, told.slice(0, 3).map(({ html }) => html.slice(0, 160))]];
    });
  }, within);
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

const pathOf = (pattern: string) => pattern.replace(/\[\w+\]/, (name) => found[name]!);

describe.each(screens)("%s", (pattern) => {
  const pathNow = () => pathOf(pattern);

  test("breaks no rule of WCAG 2.2 AA, at a desk or on a phone, and fits 1024 and 2560 px, and 200 %", async () => {
    await owner.setViewport(desk);
    await opened(owner, pathNow());
    expect(await broken(owner)).toEqual([]);
    await owner.setViewport({ width: 390, height: 844 });
    await pause(200);
    expect(["phone", await broken(owner), await tooWide(owner)]).toEqual(["phone", [], 0]);
    for (const [width, scale] of [
      [1024, 1],
      [2560, 1],
      [1280, 2],
    ] as const) {
      await owner.setViewport({ width, height: 800, deviceScaleFactor: scale });
      expect([width, await tooWide(owner)]).toEqual([width, 0]);
    }
    await owner.setViewport(desk);
  });

  test("is walked through by Tab, each stop in sight and marked", async () => {
    await owner.setViewport(desk);
    // The visit before has pressed nothing: the walk begins at the top.
    if (owner.url() !== base + pathNow()) await opened(owner, pathNow());
    const stops: string[] = [];
    for (let i = 0; i < 40; i++) {
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

describe("what is opened on a screen", () => {
  const dialog = "[role=dialog]";
  const tool = (words: string | RegExp) => (page: Page) => press(page, ".bench__bar .tool", words);
  const layer = (name: string) => (page: Page) => press(page, ".strip__choose", name);
  test.each([
    [
      "/outputs",
      "a new output",
      ".outputs__card",
      dialog,
      (page: Page) => press(page, ".page__head button", /^New output/),
    ],
    ["/bench/name-strap", "a layer", ".overlay__hit", ".bench__page", layer("Name panel")],
    ["/bench/name-strap", "the fields", ".overlay__hit", dialog, tool(/^Fields/)],
    ["/bench/name-strap", "values to try", ".overlay__hit", dialog, tool("Test values")],
    ["/bench/name-strap", "versions", ".overlay__hit", dialog, tool("Versions")],
    ["/bench/name-strap", "the keys", ".overlay__hit", dialog, tool("Keys")],
    [
      "/bench/name-strap",
      "publishing",
      ".overlay__hit",
      dialog,
      (page: Page) => press(page, ".bench__bar .btn-primary", /^Publish/),
    ],
    [
      ...(["/bench/name-strap", "kinds of moves", ".overlay__hit", "html"] as const),
      async (page: Page) => {
        await layer("Name panel")(page);
        await page.keyboard.press("a");
        await page.waitForSelector(".move-picker__kinds");
      },
    ],
    [
      ...(["/bench/name-strap", "how a move runs", ".bar[data-move]", "html"] as const),
      async (page: Page) => {
        await page.click(".bar[data-move]");
        await page.$eval("[aria-label^='Easing']", (e) => (e as HTMLElement).click());
        await page.waitForSelector(".ease-chart__handles");
      },
    ],
    [
      ...(["/bench/spoken-line", "sound and cues", ".overlay__hit", "html"] as const),
      async (page: Page) => {
        await page.click("[title='Sound and cues']");
        await page.waitForSelector(".spoken-words");
      },
    ],
    ["/bench/countdown", "what shows the time", ".overlay__hit", ".bench__page", layer("Figures")],
    [
      ...(["/sheets/[sheet]", "pictures of all rows, two of them compared", ".sheet__bar", "html"] as const),
      async (page: Page) => {
        await press(page, ".sheet__bar label", "Contact sheet");
        await page.waitForSelector("[data-painted=yes]");
        for (const print of (await page.$$(".contact-print")).slice(0, 2)) await print.click();
        await press(page, ".contact__bar button", "Compare");
        await page.waitForSelector(".compare");
      },
    ],
  ] as const)("%s: %s breaks no rule", async (pattern, _, ready, within, open) => {
    const path = base + pathOf(pattern);
    await owner.setViewport(desk);
    // One visit serves all that a dialog's Escape leads back from.
    if (owner.url() !== path || within !== dialog) await owner.goto(path);
    await owner.waitForSelector(ready);
    await open(owner);
    await owner.waitForSelector(within);
    await pause(300);
    expect(await broken(owner, within)).toEqual([]);
    await owner.keyboard.press("Escape");
    if (within === dialog) await owner.waitForSelector(dialog, { hidden: true });
  });

  test("who signs in meets no barrier, and none of a filler's screens has one", async () => {
    await opened(stranger, "/sign-in");
    expect(await broken(stranger)).toEqual([]);
    const context = await browser.createBrowserContext();
    const { page } = await signedIn({ newPage: () => context.newPage() } as Browser, "ines");
    // The last is not hers: it says so.
    for (const path of [`/fill/${found["[release]"]}`, "/sheets", "/members"]) {
      await opened(page, path);
      expect([path, await broken(page)]).toEqual([path, []]);
    }
    expect(await page.$eval("main", (main) => main.textContent)).toContain("This page is for owners.");
    await context.close();
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

test("help stays on the page, also of what stands at its left edge", async () => {
  await owner.setViewport({ width: 1280, height: 800 });
  await owner.goto(`${base}/bench/name-strap`);
  const row = (await owner.waitForSelector(".strip__choose"))!;
  await owner.mouse.move(700, 5);
  await row.hover();
  const tip = (await owner.waitForSelector(".help-tip"))!;
  // It is placed in the frame after it is there.
  const left = () => tip.evaluate((element) => element.getBoundingClientRect().left);
  expect(await until(left, (x) => x >= 0)).toBeLessThan(1280);
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
    if (await stranger.evaluate(() => document.activeElement?.textContent === "Mark as ready")) break;
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
  // One whose poster is still being made shows its design instead, standing.
  const plate = ".release-plate:has(img)";
  await owner.emulateMediaFeatures([{ name: "prefers-reduced-motion", value: "reduce" }]);
  await opened(owner, "/");
  await owner.hover(`${plate} a`);
  await pause(900);
  expect(await owner.$(`${plate} .plate__live`)).toBeNull();
  await owner.emulateMediaFeatures([{ name: "prefers-reduced-motion", value: "no-preference" }]);
  await owner.mouse.move(2, 2);
  await owner.hover(`${plate} a`);
  await owner.waitForSelector(`${plate} .plate__live`);
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
