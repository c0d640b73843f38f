import { afterAll, beforeAll, describe, expect, test } from "@jest/globals";
import type { Browser, Page } from "puppeteer-core";
import { as, base, until } from "../support/api";
import { BenchHand } from "../support/bench";
import { openBrowser, painted, press, signedIn } from "../support/browser";
let browser: Browser;
const started: string[] = [];
beforeAll(async () => {
  browser = await openBrowser();
});
afterAll(async () => {
  await browser?.close();
  for (const id of started) await as("tomas", "POST", `/api/designs/${id}/about`, { archived: true });
});

async function openedBench(page: Page, name: string): Promise<string> {
  const made = await as("tomas", "POST", "/api/designs", { name, copyOf: "name-strap" });
  started.push(made.data.id);
  await page.goto(`${base}/bench/${made.data.id}`);
  await page.waitForSelector(".overlay__hit[data-layer=name]");
  return made.data.id;
}
const draft = async (id: string) => (await as("tomas", "GET", `/api/designs/${id}`)).data;
const place = async (id: string, layer: string) =>
  (await draft(id)).document.layers.find((entry: { id: string }) => entry.id === layer).place;

/** The middle of a layer on the large stage, in pixels of the screen. */
const middleOf = (page: Page, layer: string) =>
  page.$eval(`.overlay__hit[data-layer=${layer}]`, (e) => {
    const { x, y, width, height } = e.getBoundingClientRect();
    return { x: x + width / 2, y: y + height / 2 };
  });

describe("the bench", () => {
  test("moves by mouse and by arrow keys, resizes by its handles, and undoes all of it", async () => {
    const { page, errors } = await signedIn(browser, "tomas");
    const id = await openedBench(page, "Moved about");
    const before = (await draft(id)).document;
    const at = await middleOf(page, "name");
    await page.keyboard.down("Alt");
    await page.mouse.move(at.x, at.y);
    await page.mouse.down();
    await page.mouse.move(at.x + 60, at.y - 40, { steps: 6 });
    await page.mouse.up();
    await page.keyboard.up("Alt");
    const moved = await until(
      () => place(id, "name"),
      ({ dx }) => dx > 11,
    );
    const scale = await page.$eval(".overlay", (e) => 1920 / e.getBoundingClientRect().width);
    expect(moved.dx).toBeCloseTo(10.2 + (60 * scale) / 10.8, 1);
    expect(moved.dy).toBeCloseTo(-8.2 - (40 * scale) / 10.8, 1);

    await page.keyboard.press("ArrowLeft");
    await page.keyboard.down("Shift");
    await page.keyboard.press("ArrowDown");
    await page.keyboard.up("Shift");
    const nudged = await until(
      () => place(id, "name"),
      ({ dy }) => dy > moved.dy + 0.5,
    );
    expect([nudged.dx - moved.dx, nudged.dy - moved.dy].map((n) => Math.round(n * 100) / 100)).toEqual([-0.1, 1]);

    // A panel that is fitted around its text grows by its padding.
    await press(page, ".strip__choose", "Name panel");
    await page.waitForSelector(".overlay__frame [data-handle='1 0'] circle");
    const grip = await page.$eval("[data-handle='1 0'] circle", (e) => {
      const { x, y, width, height } = e.getBoundingClientRect();
      return { x: x + width / 2, y: y + height / 2 };
    });
    await page.mouse.move(grip.x, grip.y);
    await page.mouse.down();
    await page.mouse.move(grip.x + 30, grip.y, { steps: 4 });
    await page.mouse.up();
    const width = async () =>
      (await draft(id)).document.layers.find((l: { id: string }) => l.id === "name-panel").width;
    const wider = await until(width, ({ after }) => after > 4);
    expect(wider.after).toBeCloseTo(3.4 + (30 * scale) / 10.8, 1);

    for (let i = 0; i < 4; i++) {
      await page.keyboard.down("Control");
      await page.keyboard.press("z");
      await page.keyboard.up("Control");
    }
    const back = await until(
      async () => (await draft(id)).document,
      (now) => JSON.stringify(now) === JSON.stringify(before),
    );
    expect(back).toEqual(before);
    expect(errors).toEqual([]);
  });

  test("takes in what another person does to the same draft, and goes on with what was done here", async () => {
    const { page, errors } = await signedIn(browser, "tomas");
    const id = await openedBench(page, "Two people");
    const { page: other } = await signedIn(browser, "odile");
    await other.goto(`${base}/bench/${id}`);
    await other.waitForSelector(".overlay__hit");
    const hand = new BenchHand(page);
    await page.bringToFront();
    await hand.choose("Name");
    await hand.set({ Right: "14" });
    const there = new BenchHand(other);
    await other.bringToFront();
    await there.choose("Role");
    await there.set({ Right: "9" });
    // What Tomás did has come to Odile’s page, and what she did goes to his.
    await until(
      async () => [(await place(id, "name")).dx, (await place(id, "role")).dx],
      ([name, role]) => name === 14 && role === 9,
    );
    await page.bringToFront();
    await page.waitForFunction(() =>
      document.querySelector("[data-news]")?.textContent?.includes("“Role” has another place"),
    );
    expect(await page.$eval("[data-news]", (e) => e.textContent)).toContain("Odile Marchbanks");
    // Undo takes back what was done here, and nothing of hers.
    await page.keyboard.press("Escape");
    await page.keyboard.down("Control");
    await page.keyboard.press("z");
    await page.keyboard.up("Control");
    await until(
      async () => [(await place(id, "name")).dx, (await place(id, "role")).dx],
      ([name, role]) => name !== 14 && role === 9,
    );
    expect(await page.$(".conflict")).toBeNull();
    expect(errors).toEqual([]);
    await other.close();
  });

  test("asks only where both have changed the same, shows both in words and pictures, and loses nothing else", async () => {
    const { page } = await signedIn(browser, "tomas");
    const id = await openedBench(page, "Same place");
    const hand = new BenchHand(page);
    const { revision, document } = await draft(id);
    const at = document.layers.findIndex((layer: { id: string }) => layer.id === "name");
    const theirs = [
      { op: "replace", path: ["layers", at, "place", "dx"], value: 20 },
      { op: "replace", path: ["about"], value: "Odile was here." },
    ];
    // Without a network neither hears of the other.
    await page.setOfflineMode(true);
    await hand.choose("Name");
    await hand.set({ Right: "14", Down: "3" });
    await as("odile", "POST", `/api/designs/${id}/patches`, { revision, patches: theirs });
    await page.setOfflineMode(false);
    await page.waitForSelector(".conflict");
    expect(await page.$eval("[role=dialog] h2", (e) => e.textContent)).toContain("Odile Marchbanks");
    const rows = await page.$$eval(".modal-body tbody tr", (all) =>
      all.map((row) => [...row.children].map((cell) => cell.textContent!.trim())),
    );
    expect(rows).toEqual([["“Name”: Right", "14 u", "20 u"]]);
    await painted(page, 3);
    await press(page, ".modal-body td label", "20 u");
    await press(page, ".modal-footer button", "Continue with these");
    await until(
      () => page.$$eval(".conflict", (all) => all.length),
      (count) => count === 0,
    );
    const now = await until(
      () => draft(id),
      ({ document: { layers } }) => layers[at].place.dy === 3,
    );
    expect([now.document.layers[at].place.dx, now.document.about]).toEqual([20, "Odile was here."]);
    // And it goes on saving from there.
    await hand.set({ Right: "15" });
    await until(
      () => place(id, "name"),
      ({ dx }) => dx === 15,
    );
  });

  test("keeps what was typed when the tab is closed in the middle of it", async () => {
    const { page } = await signedIn(browser, "tomas");
    const id = await openedBench(page, "Closed too soon");
    const hand = new BenchHand(page);
    await hand.choose("Name");
    await page.focus(".bench__page textarea[aria-label=Text]");
    await page.$eval(".bench__page textarea[aria-label=Text]", (e) => (e as HTMLTextAreaElement).select());
    await page.keyboard.type("Wilhelmina of the moths");
    await page.close();
    const text = async () =>
      (await draft(id)).document.layers.find((l: { id: string }) => l.id === "name").text as string;
    // What was typed before may have been saved on the way; the rest was sent while the tab closed.
    const whole = (found: string) => found.endsWith("moths");
    expect(await until(text, whole)).toBe("Wilhelmina of the moths");
  });

  test("keeps what was typed without a network, and puts it on at the next visit, or asks when it collides", async () => {
    const { page } = await signedIn(browser, "tomas");
    const id = await openedBench(page, "Train in a tunnel");
    const typeOffline = async (typed: string, over: boolean) => {
      const tab = await browser.newPage();
      await tab.goto(`${base}/bench/${id}`);
      const hand = new BenchHand(tab);
      await hand.choose("Name");
      // Taken away in the page itself: the browser's offline mode ends with the tab, and what a closing page sends last
      // could still get through.
      await tab.evaluate(() => {
        window.fetch = () => Promise.reject(new TypeError("There is no network."));
      });
      const box = (await tab.$(".bench__page textarea[aria-label=Text]"))!;
      await box.focus();
      // What it says so far is the sample of its field.
      if (over) await box.evaluate((e) => (e as HTMLTextAreaElement).select());
      await tab.keyboard.type(typed);
      expect(await box.evaluate((e) => (e as HTMLTextAreaElement).value)).toContain(typed);
      await tab.close({ runBeforeUnload: false });
    };
    await page.close();
    await typeOffline("Moth", true);
    const next = await browser.newPage();
    await next.goto(`${base}/bench/${id}`);
    const text = async () =>
      (await draft(id)).document.layers.find((l: { id: string }) => l.id === "name").text as string;
    expect(await until(text, (found) => found === "Moth")).toBe("Moth");
    await next.close();

    await typeOffline("Owl ", false);
    const { revision } = await draft(id);
    const theirs = [{ op: "replace", path: ["about"], value: "Odile was here." }];
    const changed = await as("odile", "POST", `/api/designs/${id}/patches`, { revision, patches: theirs });
    expect(changed.data).toEqual({ revision: revision + 1 });
    expect(await text()).toBe("Moth");
    const last = await browser.newPage();
    await last.goto(`${base}/bench/${id}`);
    await last.waitForSelector(".bench__unsent");
    expect(await text()).toBe("Moth");
    await press(last, ".bench__unsent button", /^Apply/);
    expect(await until(text, (found) => found.includes("Owl "))).toContain("Moth");
    expect((await draft(id)).document.about).toBe("Odile was here.");
    await last.close();
  });

  test("works by keyboard alone from the shelf to a release", async () => {
    const { page } = await signedIn(browser, "tomas");
    const keys = async (...names: string[]) => {
      for (const name of names) await page.keyboard.press(name as "Tab");
    };
    const tabTo = async (wanted: string) => {
      for (let i = 0; i < 200; i++) {
        await keys("Tab");
        const here = await page.evaluate(() => {
          const e = document.activeElement as HTMLElement;
          return (e.getAttribute("aria-label") ?? e.textContent ?? "").trim();
        });
        if (here === wanted || here.startsWith(`${wanted} `)) return;
      }
      throw new Error(`Tab never comes to “${wanted}”`);
    };
    await page.waitForSelector(".shelf__tools .btn-primary");
    await tabTo("New design");
    await keys("Enter");
    await page.waitForSelector("[role=dialog] input");
    await page.keyboard.type("By keys alone");
    await keys("Enter");
    await page.waitForSelector(".bench .overlay");
    const id = new URL(page.url()).pathname.split("/").pop()!;
    started.push(id);
    await keys("n");
    await page.waitForSelector(".kinds button");
    await keys("Enter");
    await page.waitForSelector(".bench__page textarea[aria-label=Text]");
    // First its row in the strip, then its words on the page.
    await tabTo("Text");
    const isBox = () => page.evaluate(() => document.activeElement?.tagName === "TEXTAREA");
    if (!(await isBox())) await tabTo("Text");
    expect(await isBox()).toBe(true);
    await page.keyboard.down("Control");
    await keys("a");
    await page.keyboard.up("Control");
    await page.keyboard.type("Seeds");
    await page.evaluate(() => (document.activeElement as HTMLElement).blur());
    await keys("ArrowRight", "ArrowRight");
    await page.waitForSelector("[data-save=saved]");
    await tabTo("Publish …");
    await keys("Enter");
    await page.waitForSelector(".modal-footer .btn-primary");
    // Dark text on footage: whatever is found, the way out is by keys as well.
    await page.waitForFunction(() => !document.querySelector("[role=dialog]")?.textContent?.includes("Checking"));
    for (const reason of await page.$$(".finding input")) {
      await reason.focus();
      await page.keyboard.type("Only for trying it out.");
    }
    await page.waitForSelector(".modal-footer .btn-primary:not(:disabled)");
    await tabTo("Publish");
    await keys("Enter");
    await page.waitForSelector("[role=dialog] a[href^='/fill/']");
    expect((await draft(id)).release.number).toBe(1);
  });
});
