import { mkdtempSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import sharp from "sharp";
import { afterAll, beforeAll, expect, test } from "@jest/globals";
import type { Browser, ElementHandle, Page } from "puppeteer-core";
import type { House } from "@/core/document/house";
import { as, base, until } from "../support/api";
import { openBrowser, press, signedIn } from "../support/browser";

/* Files of the house style by mouse: where one is used, whose it is, another in its place, and what nothing uses. */
const folder = mkdtempSync(join(tmpdir(), "rubrick-files-"));
let browser: Browser;
let page: Page;
let errors: string[];
beforeAll(async () => {
  browser = await openBrowser();
  ({ page, errors } = await signedIn(browser, "tomas"));
});
afterAll(async () => {
  await browser.close();
  const { revision, document } = (await as("tomas", "GET", "/api/house")).data;
  const own = (document as House).pictures.filter((one) => one.name.startsWith(name));
  const parts = own.map(({ id }) => ({ kind: "picture", id }));
  if (parts.length > 0) await as("tomas", "POST", "/api/house/unused", { revision, parts });
});

const name = `leaf ${Date.now()}`;
const house = async (): Promise<House> => (await as("tomas", "GET", "/api/house")).data.document;
const picture = async (wanted = name) => (await house()).pictures.find((one) => one.name === wanted);

async function flat(title: string, width: number, height: number): Promise<string> {
  const file = join(folder, `${title}.png`);
  const plain = { create: { width, height, channels: 3 as const, background: "#2f6b4f" } };
  writeFileSync(file, await sharp(plain).png().toBuffer());
  return file;
}

const sendTo = async (label: string, file: string) => {
  const input = await page.waitForSelector(`input[aria-label^="Upload: ${label}"]`);
  await (input as ElementHandle<HTMLInputElement>).uploadFile(file);
};
const open = async (title: string) => {
  await page.waitForSelector(`button[aria-label^="${title}:"]`);
  await page.$eval(`button[aria-label^="${title}:"]`, (e) => (e as HTMLElement).click());
  await page.waitForSelector("[role=dialog]");
};
const dialogText = () => page.$eval("[role=dialog]", (e) => e.textContent ?? "");

test("a picture says which drafts use it, and where it came from", async () => {
  await page.goto(`${base}/house`);
  await open("Fern house");
  await page.waitForFunction(() => document.querySelector("[role=dialog]")?.textContent?.includes("It is used by"));
  expect(await dialogText()).toContain("Split frame");
  expect(await page.$eval("[role=dialog] textarea", (e) => (e as HTMLTextAreaElement).value)).toContain("content team");
  await page.keyboard.press("Escape");
  await page.waitForFunction(() => !document.querySelector("[role=dialog]"));
});

test("another takes its place everywhere, shown before and after, with what is different; its note stays", async () => {
  await sendTo("Picture", await flat(name, 1200, 900));
  await until(picture, (found) => found !== undefined);
  await open(name);
  await page.waitForFunction(() =>
    document.querySelector("[role=dialog]")?.textContent?.includes("It is not used anywhere"),
  );
  await page.type("[role=dialog] textarea", "By Ines");
  await page.$eval("[role=dialog] textarea", (e) => e.blur());
  await until(picture, (found) => found?.licence === "By Ines");
  await sendTo("Replace this", await flat("smaller", 400, 600));
  await page.waitForFunction(() => document.querySelectorAll("[role=dialog] figure").length === 2);
  const said = await dialogText();
  for (const words of ["Before: 1200 × 900", "After: 400 × 600", "another shape", "fewer pixels"])
    expect(said).toContain(words);
  // Nothing is in its place before that is pressed.
  expect((await picture())?.width).toBe(1200);
  await press(page, "[role=dialog] .btn-primary", "Replace everywhere");
  expect(await until(picture, (found) => found?.width === 400)).toMatchObject({
    name,
    height: 600,
    licence: "By Ines",
  });
});

test("what nothing uses is listed, taken away but for what is kept, and comes back with one press", async () => {
  const other = `${name} too`;
  await sendTo("Picture", await flat(other, 300, 300));
  await until(
    () => picture(other),
    (found) => found !== undefined,
  );
  await press(page, ".house__sheet .chip", "Remove what nothing uses");
  await page.waitForFunction(
    (wanted) => document.querySelector("[role=dialog]")?.textContent?.includes(wanted),
    {},
    other,
  );
  const listed = await page.$$eval("[role=dialog] label", (rows) => rows.map((row) => row.textContent ?? ""));
  expect(listed.join()).not.toContain("Fern house");
  // Only the two of this test go.
  for (const row of await page.$$("[role=dialog] label")) {
    if (!(await row.evaluate((e) => e.textContent ?? "")).startsWith(name)) await row.click();
  }
  await press(page, "[role=dialog] .btn-primary", "Remove 2 files");
  await until(house, ({ pictures }) => !pictures.some((one) => one.name.startsWith(name)));
  await press(page, ".notice .chip", "Restore");
  await until(house, ({ pictures }) => pictures.filter((one) => one.name.startsWith(name)).length === 2);
  expect(errors).toEqual([]);
});
