import { readFileSync, writeFileSync } from "node:fs";
import { join } from "node:path";
import { afterAll, beforeAll, expect, test } from "@jest/globals";
import sharp from "sharp";
import type { Browser, ElementHandle, Page } from "puppeteer-core";
import { as, base, cookieOf, pause, through, until } from "../support/api";
import { openBrowser, painted, press, signedIn } from "../support/browser";

/* A running order by mouse and keys, made into a film, and on the air in several browsers at once. */

let browser: Browser;
const begun: string[] = [];
beforeAll(async () => {
  browser = await openBrowser();
});
afterAll(async () => {
  for (const id of begun) await as("ines", "POST", `/api/orders/${id}/remove`);
  await browser?.close();
});

interface Made {
  readonly id: string;
  readonly design: string;
  readonly fileName: string;
  readonly state: string;
  readonly proof: { readonly passed: boolean; readonly durationS: number };
}

const folder = process.env.RUBRICK_TEST_FOLDER ?? ".rubrick";
const namesIn = (page: Page) => page.$$eval(".order-rows__name", (list) => list.map((e) => e.textContent));
const saved = (page: Page) => page.waitForSelector("[data-save=saved]");

/** Adds a name strap and fills it in. */
async function addStrap(page: Page, name: string): Promise<void> {
  await page.waitForFunction(() => !document.querySelector(".modal, .modal-backdrop"));
  await press(page, ".order-rows .btn", "Add graphics");
  await press(page, ".order-add b", "Name strap");
  await page.waitForSelector(".order-entry .field[data-field=name] input");
  await page.waitForFunction(
    () => document.querySelector<HTMLInputElement>(".order-entry .field[data-field=name] input")?.value === "",
  );
  await page.type(".order-entry .field[data-field=name] input", name);
  await page.waitForFunction(
    (wanted) => document.querySelector(".order-rows .is-chosen")?.textContent?.includes(wanted),
    {},
    name,
  );
}

test("an order is built, pulled about, one of it deactivated, and made: the film is proved", async () => {
  const { page, errors } = await signedIn(browser, "ines");
  await page.goto(`${base}/orders`);
  await press(page, ".page__head .btn", "New running order");
  await page.type("#order-name", "By hand");
  await press(page, ".modal .btn", "Create");
  await page.waitForSelector(".order__empty");
  begun.push(page.url().split("/").at(-1)!);
  for (const name of ["Wren Okafor", "ليلى حداد", "Solveig Mostøl"]) await addStrap(page, name);
  await painted(page, 1);
  expect(await namesIn(page)).toEqual(["Wren Okafor", "ليلى حداد", "Solveig Mostøl"]);
  await page.waitForFunction(() => document.querySelector(".order__total")?.textContent?.includes("3 on, 0:19.0"));

  // The first is pulled behind the second.
  const [first, second] = await page.$$(".order-strip__paper");
  const [from, to] = [(await first!.boundingBox())!, (await second!.boundingBox())!];
  await page.mouse.move(from.x + 20, from.y + 20);
  await page.mouse.down();
  await page.mouse.move(to.x + to.width * 0.75, to.y + 20, { steps: 6 });
  await page.waitForSelector(".order-strip__mark");
  await page.mouse.up();
  expect(await namesIn(page)).toEqual(["ليلى حداد", "Wren Okafor", "Solveig Mostøl"]);
  // By keys the last goes to the front; taken back, it is where it was.
  await page.focus("tbody tr:nth-child(3) .order-rows__name");
  await page.keyboard.down("Alt");
  await page.keyboard.press("ArrowUp");
  await page.keyboard.up("Alt");
  expect((await namesIn(page))[1]).toBe("Solveig Mostøl");
  await page.keyboard.down("Control");
  await page.keyboard.press("z");
  await page.keyboard.up("Control");
  expect((await namesIn(page))[2]).toBe("Solveig Mostøl");

  await page.click("tbody tr:nth-child(2) input[type=checkbox]");
  await page.waitForFunction(() => document.querySelector(".order__total")?.textContent?.includes("2 on, 0:12.5"));
  await press(page, ".segments label", "The whole order");
  await page.select("[aria-label='How the next graphic follows, in all of the order']", "leaving");
  await page.waitForFunction(() => document.querySelectorAll(".order-strip__paper").length === 2);
  await saved(page);
  await press(page, ".segments label", "Make files");
  await press(page, ".order-out .btn", "Make 1 file");
  await page.waitForSelector(".order-out .notice-note a");
  const clip = await until(
    async () => (await as("ines", "GET", "/api/exports")).data.exports[0],
    (one: Made) => one.design === "By hand" && ["done", "failed"].includes(one.state),
  );
  expect([clip.state, clip.proof.passed, clip.fileName]).toEqual([
    "done",
    true,
    expect.stringMatching(/^By-hand_wide/),
  ]);
  // The second comes as the first leaves: together they are shorter than one after the other.
  expect(clip.proof.durationS).toBeGreaterThan(9);
  expect(clip.proof.durationS).toBeLessThan(12);
  expect(errors).toEqual([]);
  await page.close();
});

/** A live page of an order with one strap of three seconds, and its links. */
async function onAir(name: string, lengthS = 4) {
  const releases = (await as("ines", "GET", "/api/releases")).data.releases as { id: string; designId: string }[];
  const release = releases.find(({ designId }) => designId === "name-strap")!.id;
  const order = (await as("ines", "POST", "/api/orders", { name: "On the air" })).data.id;
  begun.push(order);
  const entries = [name, "Bram Oakhanger"].map((says, i) => ({
    ...{ id: `strap-${i}`, on: true, release, at: 0 },
    values: { fields: { name: says, role: "Keeper of the water garden" }, lengthS },
  }));
  const patches = [{ op: "replace", path: ["entries"], value: entries }];
  await as("ines", "POST", `/api/orders/${order}/patches`, { revision: 1, patches });
  const made = (await as("ines", "POST", `/api/orders/${order}/live`, { name: "Stream", format: "wide" })).data;
  await until(
    async () => (await as("ines", "GET", `/api/jobs/${made.job}`)).data.state,
    (state) => state === "done",
  );
  const link = async (kind: string) => (await as("ines", "POST", `/api/live/${made.id}/links`, { kind })).data;
  return { order, release, live: made.id as string, page: await link("live"), remote: await link("remote") };
}

const shows = (page: Page, name: string) =>
  page.waitForFunction((wanted) => document.querySelector(".live-page")?.getAttribute("data-on") === wanted, {}, name);

test("a live page shows what a remote presses, in the very pixels of a file, also after its server was killed", async () => {
  const air = await onAir("Wren Okafor");
  const page = await browser.newPage();
  await page.setViewport({ width: 1920, height: 1080 });
  await page.goto(base + air.page.path);
  await page.waitForSelector(".live-page[data-state=on]");
  const phone = await (await browser.createBrowserContext()).newPage();
  await phone.setViewport({ width: 390, height: 844, isMobile: true, hasTouch: true });
  await phone.goto(base + air.remote.path);
  await phone.waitForSelector(".remote__plates");
  await phone.click("[data-press=run]");
  await shows(page, "Wren Okafor");
  await phone.click("[data-press=hold]");
  await phone.waitForSelector("[data-press=go-on]");
  // Held it stands where it would begin to leave: that is a frame of the file too.
  await pause(4500);
  const seen = await page.screenshot({ omitBackground: true });
  const values = { fields: { name: "Wren Okafor", role: "Keeper of the water garden" }, lengthS: 4 };
  const { data: asked } = await as("ines", "POST", "/api/exports", {
    ...{ releaseId: air.release, values, formats: ["wide"], outputs: ["poster"] },
  });
  const still = await until(
    async () => (await as("ines", "GET", `/api/exports/${asked.ids[0]}`)).data,
    ({ state }: Made) => state === "done",
  );
  const file = await fetch(`${base}/api/exports/${still.id}/file`, { headers: { cookie: await cookieOf("ines") } });
  const [one, other] = await Promise.all(
    [Buffer.from(seen), Buffer.from(await file.arrayBuffer())].map((png) =>
      sharp(png).ensureAlpha().raw().toBuffer({ resolveWithObject: true }),
    ),
  );
  expect([one!.info.width, one!.info.height]).toEqual([other!.info.width, other!.info.height]);
  let most = 0;
  let drawn = 0;
  for (let i = 0; i < one!.data.length; i += 4) {
    const alpha = other!.data[i + 3]!;
    if (alpha > 0) drawn++;
    most = Math.max(most, Math.abs(one!.data[i + 3]! - alpha));
    // Colour counts by how much it covers.
    for (let c = 0; c < 3; c++)
      most = Math.max(most, (Math.abs(one!.data[i + c]! - other!.data[i + c]!) * alpha) / 255);
  }
  expect(drawn).toBeGreaterThan(10_000);
  expect(most).toBeLessThanOrEqual(2);

  // The web process dies between two presses; it is started again, and both go on by themselves.
  process.kill(Number(readFileSync(join(folder, "web.pid"), "utf8")), "SIGKILL");
  await pause(1000);
  expect(await page.$eval(".live-page", (e) => e.getAttribute("data-on"))).toBe("Wren Okafor");
  await until(
    async () => (await fetch(`${base}/api/me`).catch(() => undefined))?.status,
    (status) => status === 200 || status === 401,
  );
  await phone.bringToFront();
  await phone.click("[data-press=go-on]");
  await page.bringToFront();
  await shows(page, "Bram Oakhanger");
  await phone.bringToFront();
  await phone.click("[data-press=clear]");
  await page.bringToFront();
  await shows(page, "");
  expect(await isClear(page)).toBe(true);
  await phone.close();
  await page.close();
});

/** Whether nothing at all is seen. */
async function isClear(page: Page): Promise<boolean> {
  const { channels } = await sharp(Buffer.from(await page.screenshot({ omitBackground: true })))
    .ensureAlpha()
    .stats();
  return channels[3]!.max === 0;
}

test("a page that was cut off, or whose clock is wrong, shows what is on; a link that is ended goes clear", async () => {
  const air = await onAir("ليلى حداد");
  const page = await browser.newPage();
  await page.setViewport({ width: 960, height: 540 });
  // Half a minute ahead of the server.
  await page.evaluateOnNewDocument(() => {
    const origin = performance.timeOrigin + 30_000;
    Object.defineProperty(performance, "timeOrigin", { get: () => origin });
  });
  await page.goto(base + air.page.path);
  await page.waitForSelector(".live-page[data-state=on]");
  const { revision } = (await as("ines", "GET", `/api/live/${air.live}`)).data;
  // Nobody tells it: it was cut off when it was pressed.
  await page.evaluate(() => window.rubrickLive!.stop());
  const wanted = { press: { kind: "show", part: 0 }, seen: revision, nonce: "cut-off-press" };
  await as("ines", "POST", `/api/live/${air.live}/press`, wanted);
  await pause(800);
  expect(await page.$eval(".live-page", (e) => e.getAttribute("data-on"))).toBe("");
  await page.evaluate(() => window.rubrickLive!.start());
  await shows(page, "ليلى حداد");
  await as("ines", "POST", `/api/live/${air.live}/press`, {
    press: { kind: "hold" },
    seen: revision + 1,
    nonce: "hold-it-now",
  });
  // Held it stays, however long a busy machine takes to paint it.
  await until(
    () => isClear(page),
    (clear) => !clear,
  );
  await as("ines", "POST", `/api/live/${air.live}/links/${air.page.id}/revoke`);
  await page.waitForSelector(".live-page[data-state=over]");
  await pause(300);
  expect(await isClear(page)).toBe(true);
  await page.close();
});

test("a spelling mistake is put right on the air, and two at the remote see one another", async () => {
  const air = await onAir("Wren Okafro", 20);
  const { page, errors } = await signedIn(browser, "ines");
  await page.goto(`${base}/orders/${air.order}`);
  await page.waitForSelector(".order-strip__paper");
  const remote = await browser.newPage();
  await remote.goto(base + air.remote.path);
  await remote.waitForSelector(".remote__plates");
  await remote.keyboard.press("1");
  await remote.waitForFunction(() => document.querySelector(".remote__name")?.textContent === "Wren Okafro");
  await remote.keyboard.press("o");
  await remote.waitForSelector("[data-press=go-on]");
  await page.bringToFront();
  const box = ".order-entry .field[data-field=name] input";
  await page.click(box, { count: 3 });
  await page.type(box, "Wren Okafor");
  await saved(page);
  await press(page, ".segments label", "On the air");
  await press(page, ".on-air__page .btn", "Replace at once");
  await remote.bringToFront();
  await remote.waitForFunction(() => document.querySelector(".remote__name")?.textContent === "Wren Okafor");
  const { revision } = (await as("ines", "GET", `/api/live/${air.live}`)).data;
  await as("tomas", "POST", `/api/live/${air.live}/press`, {
    press: { kind: "next" },
    seen: revision,
    nonce: "next-by-tomas",
  });
  await remote.waitForFunction(() => document.querySelector(".remote__last")?.textContent === "Next, Tomás Fennimore");
  await press(remote, ".segments label", "Cue list");
  // After presses by hand the keys are the remote's again.
  await remote.keyboard.press("h");
  await remote.waitForFunction(() => document.querySelector(".remote__last")?.textContent?.startsWith("Hidden"));
  await remote.keyboard.press("1");
  await remote.waitForFunction(() => document.querySelector(".remote__last")?.textContent?.startsWith("Shown"));
  await remote.click("[data-press=again]");
  await remote.waitForFunction(() => document.querySelector(".remote__last")?.textContent?.startsWith("Again"));
  await remote.keyboard.press("Space");
  await remote.waitForFunction(() => document.querySelector(".remote__last")?.textContent?.startsWith("Next"));
  await remote.waitForSelector(".remote__cues");
  expect(await remote.$$eval(".remote__cues tbody tr", (rows) => rows.length)).toBe(2);
  expect(errors).toEqual([]);
  await page.close();
  await remote.close();
});

test("graphics of a caption file come at their times, and all of a design go on to its newer release together", async () => {
  const copied = await as("tomas", "POST", "/api/designs", { name: "Strap of an order", copyOf: "name-strap" });
  const design = copied.data.id as string;
  const publish = async (revision: number) =>
    (await through("tomas", `/api/designs/${design}/publish`, { revision, accepted: [] })).data.id as string;
  await publish(1);
  const order = (await as("ines", "POST", "/api/orders", { name: "From captions" })).data.id as string;
  begun.push(order);
  const { page, errors } = await signedIn(browser, "ines");
  await page.goto(`${base}/orders/${order}`);
  await page.waitForSelector(".order__empty");
  await press(page, ".order-rows .btn, .order__empty .btn", "Add graphics");
  await press(page, ".modal .segments label", "A file of times");
  await press(page, ".order-add b", "Strap of an order");
  const file = join(folder, "cues.srt");
  writeFileSync(
    file,
    "1\n00:00:02,000 --> 00:00:06,000\nWren Okafor\n\n2\n00:01:10,500 --> 00:01:15,000\nليلى حداد\n\nno times here\n",
  );
  const input = (await page.waitForSelector(".modal input[type=file]")) as ElementHandle<HTMLInputElement>;
  await input.uploadFile(file);
  await press(page, ".modal .btn", "Add 2 graphics");
  expect(await namesIn(page)).toEqual(["Wren Okafor", "ليلى حداد"]);
  await saved(page);
  const entriesOf = async () => (await as("ines", "GET", `/api/orders/${order}`)).data.document;
  expect(await entriesOf()).toMatchObject({
    by: "times",
    entries: [
      { at: 2, values: { lengthS: 4 } },
      { at: 70.5, values: { lengthS: 4.5 } },
    ],
  });

  const patches = [{ op: "replace", path: ["fields", 1, "label"], value: "What they do" }];
  await as("tomas", "POST", `/api/designs/${design}/patches`, { revision: 1, patches });
  const newer = await publish(2);
  await page.reload();
  await press(page, ".order-rows__name", "Wren Okafor");
  await press(page, ".order-entry .chip", "Update all graphics on this release");
  await page.waitForSelector(".order-entry .field[data-field=role]");
  await page.waitForFunction(() => document.querySelector(".order-entry")?.textContent?.includes("What they do"));
  const after = await until(entriesOf, ({ entries }) => entries[0].release === newer);
  expect(after.entries.map(({ release }: { release: string }) => release)).toEqual([newer, newer]);
  expect(after.entries[0].values.fields.name).toBe("Wren Okafor");
  expect(errors).toEqual([]);
  await page.close();
});

test("what checks find is told at the graphic while it is written", async () => {
  const releases = (await as("ines", "GET", "/api/releases")).data.releases as { id: string; designId: string }[];
  const release = releases.find(({ designId }) => designId === "name-strap")!.id;
  const order = (await as("ines", "POST", "/api/orders", { name: "Checked" })).data.id as string;
  begun.push(order);
  const fields = { name: "Wren Okafor", role: "Keeper of the water garden and of all that is in it" };
  const entries = [{ id: "one", on: true, release, at: 0, values: { fields, lengthS: 3 } }];
  const patches = [{ op: "replace", path: ["entries"], value: entries }];
  await as("ines", "POST", `/api/orders/${order}/patches`, { revision: 1, patches });
  const { page } = await signedIn(browser, "ines");
  await page.goto(`${base}/orders/${order}`);
  await press(page, ".order-rows__name", "Wren Okafor");
  await page.waitForSelector(".order-entry .field[data-field=role] [data-finding^=read_short]");
  // Written shorter it is told no more.
  const role = ".order-entry .field[data-field=role] input";
  await page.click(role, { count: 3 });
  await page.type(role, "Seeds");
  await page.waitForFunction(() => !document.querySelector(".order-entry [data-finding]"));
  await page.close();
});
