import { afterAll, beforeAll, expect, test } from "@jest/globals";
import type { Browser, Page } from "puppeteer-core";
import { as, base, pause, until } from "../support/api";
import { openBrowser, press, signedInByForm } from "../support/browser";

let browser: Browser;
let page: Page;
let errors: string[];
let sheet: string;
beforeAll(async () => {
  browser = await openBrowser();
  ({ page, errors } = await signedInByForm(browser, "ines"));
});
afterAll(() => browser.close());

const view = async () => (await as("ines", "GET", `/api/sheets/${sheet}`)).data;
const rows = async (): Promise<
  { id: string; cells: Record<string, unknown>; clips: { state: string; reasons: string[] }[] }[]
> => (await view()).rows;
const names = async () => (await rows()).map(({ cells }) => cells.name);
const saved = () => page.waitForSelector("[data-save=saved]");
const text = (selector: string) => page.$eval(selector, (e) => (e as HTMLElement).innerText);
const cell = async (row: number, column: number) =>
  (await page.$$(`.dsg-row:nth-child(${row + 1}) .dsg-cell`))[column]!;

/** Pastes as a spreadsheet's clipboard is pasted, where the cursor stands. */
const paste = (cells: string) =>
  page.evaluate((plain) => {
    const data = new DataTransfer();
    data.setData("text/plain", plain);
    document.dispatchEvent(new ClipboardEvent("paste", { clipboardData: data, bubbles: true, cancelable: true }));
  }, cells);

const people = Array.from({ length: 40 }, (_, i) => [`Speaker number ${i + 1}`, `Bed ${i + 1}`]);

test("forty people are pasted from a spreadsheet, from an empty start", async () => {
  await page.goto(base);
  const many = async () => {
    await page.waitForSelector(".release-plate");
    for (const plate of await page.$$(".release-plate")) {
      if ((await plate.$eval("h2", (e) => e.textContent)) === "Name strap") await (await plate.$(".btn-link"))!.click();
    }
    await page.waitForSelector(".dsg-container");
  };
  await many();
  const first = page.url();
  // Whoever goes back at once finds the empty one again.
  await page.goBack();
  await many();
  expect(page.url()).toBe(first);
  sheet = page.url().split("/").at(-1)!;
  await press(page, ".sheet__tools .tool", "New row");
  await page.waitForSelector(".dsg-row:nth-child(2)");
  await new Promise((rest) => setTimeout(rest, 300));
  const release = (await view()).desk.document.name as string;
  expect(await text(".sheet__bar h1")).toBe(release);
  await paste(people.map((line) => line.join("\t")).join("\n"));
  await until(names, (seen) => seen.length === 40 && seen[39] === "Speaker number 40");
  await saved();
});

test("rows are walked through by keys, undone, copied, moved and taken away", async () => {
  await (await cell(1, 1)).click();
  await page.keyboard.type("Wren Okafor");
  await page.keyboard.press("Enter");
  await until(names, (seen) => seen[0] === "Wren Okafor");
  await page.keyboard.down("Control");
  await page.keyboard.press("z");
  await page.keyboard.up("Control");
  await until(names, (seen) => seen[0] === "Speaker number 1");
  await (await cell(1, 1)).click();
  await press(page, ".sheet__tools .tool", "Down");
  await until(names, (seen) => seen[0] === "Speaker number 2" && seen[1] === "Speaker number 1");
  await press(page, ".sheet__tools .tool", "Copy the row");
  await until(names, (seen) => seen.length === 41);
  await press(page, ".tool", "Undo");
  await press(page, ".tool", "Undo");
  await until(names, (seen) => seen.length === 40 && seen[0] === "Speaker number 1");
});

test("a row is filled in through a link by somebody without an account", async () => {
  await (await cell(5, 1)).click();
  await press(page, ".sheet__tools .tool", /^Share/);
  await press(page, ".modal-footer .btn", "Create link");
  const box = await page.waitForSelector("[aria-label='Address of the link']");
  const address = await box!.evaluate((e) => (e as HTMLInputElement).value);
  await press(page, ".modal-body .btn", "Copy");
  await page.waitForFunction(() => /Copied|Select/.test(document.querySelector(".modal-body")!.textContent!));
  await page.click(".paper-dialog__close");
  const elsewhere = await browser.createBrowserContext();
  const phone = await elsewhere.newPage();
  await phone.setViewport({ width: 390, height: 844 });
  await phone.goto(base + new URL(address).pathname);
  const name = ".field[data-field=name] input";
  await phone.waitForSelector(name);
  await phone.click(name, { count: 3 });
  // Where every answer takes longer than a pause in typing, nobody collides with themselves.
  await phone.emulateNetworkConditions({ download: 1e6, upload: 1e6, latency: 2000 });
  await phone.type(name, "Ibis");
  await pause(1000);
  await phone.type(name, " Lark");
  await pause(1000);
  await phone.type(name, "spur");
  await until(names, (seen) => seen[4] === "Ibis Larkspur");
  await phone.waitForSelector("[data-keeping=kept]");
  expect(await phone.$$eval(".link-row .notice-warn", (all) => all.map((one) => one.textContent))).toEqual([]);
  await phone.emulateNetworkConditions(null);
  // Put away in the middle of a word.
  await phone.click(name, { count: 3 });
  await phone.type(name, "Ibis Larkspur the elder");
  await phone.close();
  await until(names, (seen) => seen[4] === "Ibis Larkspur the elder");
  await elsewhere.close();
  await page.bringToFront();
});

test("whoever is signed out in the middle of it stays at the sheet, and loses nothing", async () => {
  // In the middle of a word: nothing is there yet that could be sent.
  await (await cell(6, 1)).click();
  await page.keyboard.type("Sorrel Vane");
  await page.evaluate(() =>
    fetch("/api/sign-out", { method: "POST", headers: { "Content-Type": "application/json" }, body: "{}" }),
  );
  await page.keyboard.press("Enter");
  await page.waitForSelector(".signed-out");
  expect([new URL(page.url()).pathname, await text(".signed-out")]).toEqual([
    `/sheets/${sheet}`,
    expect.stringContaining("sign in again"),
  ]);
  const again = await signedInByForm(browser, "ines");
  await until(names, (seen) => seen[5] === "Sorrel Vane");
  await again.page.close();
  await page.bringToFront();
  await page.waitForFunction(() => !document.querySelector(".signed-out"));
  await saved();
});

test("what somebody else writes appears, other cells merge, and the same cell asks", async () => {
  const [first, second] = await rows();
  const send = (row: string, column: string, was: unknown, to: string) =>
    as("tomas", "POST", `/api/sheets/${sheet}/changes`, { cells: [{ row, column, was, to }] });
  await send(second!.id, "role", "Bed 2", "Rock garden");
  await page.waitForFunction(() =>
    [...document.querySelectorAll(".sheet-text")].some(({ textContent }) => textContent === "Rock garden"),
  );
  // Told while the page hears nothing: as in a moment without a network.
  await page.setOfflineMode(true);
  await send(first!.id, "name", "Speaker number 1", "Theirs");
  await send(first!.id, "role", "Bed 1", "Orchard");
  await (await cell(1, 1)).click();
  await page.keyboard.type("Mine");
  await page.keyboard.press("Enter");
  await page.waitForSelector("[data-save=waiting]");
  await page.setOfflineMode(false);
  await page.waitForSelector(".sheet__says .notice");
  expect(await text(".sheet__says")).toContain("Theirs");
  await press(page, ".sheet__says button", "Keep mine");
  await until(rows, ([row]) => row!.cells.name === "Mine" && row!.cells.role === "Orchard");
});

test("clips are made of the rows, only what changed is made again, and changing back is enough", async () => {
  const keep = (await rows()).slice(2).map(({ id }) => id);
  await as("ines", "POST", `/api/sheets/${sheet}/changes`, { remove: keep });
  await until(
    () => page.$$(".dsg-row"),
    (seen) => seen.length === 3,
  );
  await press(page, ".sheet__make button", "Change");
  for (const format of ["Square", "Portrait", "Tall"]) {
    for (const tick of await page.$$(".sheet__make .tick")) {
      if ((await tick.evaluate((e) => e.textContent?.trim())) === format) await tick.click();
    }
  }
  await press(page, ".sheet__make .btn-primary", "Export 2 rows");
  await until(rows, (seen) => seen.every(({ clips }) => clips.length === 1 && clips[0]!.state === "current"));
  await page.waitForFunction(() => document.querySelectorAll(".sheet-margin.is-made").length === 2);
  await page.waitForFunction(
    () => document.querySelector(".sheet__make .btn-primary")?.textContent === "Nothing to export",
  );
  // Of another kind there is nothing yet.
  await press(page, ".sheet__make .tick", "Transparent master (ProRes 4444)");
  await page.waitForFunction(() => /Export 2 rows/.test(document.querySelector(".sheet__make")!.textContent!));
  await press(page, ".sheet__make .tick", "Transparent master (ProRes 4444)");
  await page.waitForFunction(() => /Nothing to export/.test(document.querySelector(".sheet__make")!.textContent!));

  const [first] = await rows();
  const change = (was: string, to: string) =>
    as("ines", "POST", `/api/sheets/${sheet}/changes`, { cells: [{ row: first!.id, column: "role", was, to }] });
  const outbox = async () =>
    (await as("ines", "GET", "/api/exports")).data.exports as { fileName: string; id: string }[];
  const before = await outbox();
  await change("Orchard", "Kitchen garden");
  await until(rows, ([row]) => row!.clips[0]!.state === "out of date" && row!.clips[0]!.reasons.length === 1);
  await change("Kitchen garden", "Orchard");
  await until(rows, ([row]) => row!.clips[0]!.state === "current");
  await change("Orchard", "Kitchen garden");
  await page.waitForSelector(".sheet-margin.is-outdated");
  await press(page, ".sheet__make .btn-primary", "Export 1 row (all out of date)");
  await until(rows, (seen) => seen.every(({ clips }) => clips.every(({ state }) => state === "current")));
  const after = await outbox();
  // Under the same name, in place of the old one; the other row's clip is the one it was.
  expect(after.map(({ fileName }) => fileName).sort()).toEqual(before.map(({ fileName }) => fileName).sort());
  expect(after.filter(({ id }) => !before.some((old) => old.id === id))).toHaveLength(1);
  expect(errors.filter((line) => !/Failed to load|ERR_INTERNET/.test(line))).toEqual([]);
});

test("a table is matched, shown, and taken in whole", async () => {
  await press(page, ".sheet__bar .btn", /^Import/);
  const input = (await page.waitForSelector(".sheet-drop input"))!;
  const { mkdtempSync, writeFileSync } = await import("node:fs");
  const { join } = await import("node:path");
  const { tmpdir } = await import("node:os");
  const file = join(mkdtempSync(join(tmpdir(), "table-")), "speakers.csv");
  writeFileSync(file, "Full name;Role;Accent colour;Shoe size\nليلى حداد;Botanist;Moss;38\nZoë;=1+1;Mauve;40\n");
  await (input as Awaited<ReturnType<typeof page.$>> & { uploadFile(path: string): Promise<void> }).uploadFile(file);
  await page.waitForSelector(".sheet-match");
  const chosen = await page.$$eval(".sheet-match select", (all) => all.map((e) => (e as HTMLSelectElement).value));
  expect(chosen).toEqual(["name", "role", "accent", ""]);
  await press(page, ".modal .btn-primary", "Import 2 rows");
  await until(names, (seen) => seen.includes("ليلى حداد") && seen.includes("Zoë"));
  const last = (await rows()).at(-1)!;
  // A colour that is not on offer stays as it was written, and is said.
  expect(last.cells).toMatchObject({ role: "=1+1", accent: "Mauve" });
  await page.waitForSelector(".dsg-cell.is-wrong");
});
