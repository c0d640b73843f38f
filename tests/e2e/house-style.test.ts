import { afterAll, beforeAll, expect, test } from "@jest/globals";
import type { Browser, KeyInput, Page } from "puppeteer-core";
import type { House } from "@/core/document/house";
import { as, base, through, until } from "../support/api";
import { openBrowser, press, signedIn } from "../support/browser";

/* Changes of the house style by hand: undone and done again, merged with others', and put out as new releases. */
const name = `Touched ${Date.now()}`;
let browser: Browser;
let page: Page;
let errors: string[];
let id: string;
let demoHex: string;
beforeAll(async () => {
  browser = await openBrowser();
  id = (await as("tomas", "POST", "/api/designs", { name, copyOf: "name-strap" })).data.id;
  expect((await through("tomas", `/api/designs/${id}/publish`, { revision: 1 })).status).toBe(200);
  ({ page, errors } = await signedIn(browser, "tomas"));
});
afterAll(async () => {
  await browser.close();
  await as("tomas", "POST", `/api/designs/${id}/about`, { archived: true });
});

const house = async (): Promise<{ revision: number; document: House }> => (await as("tomas", "GET", "/api/house")).data;
const pollen = async () => (await house()).document.colours.find(({ role }) => role === "pollen")!;
const release = async () => (await as("tomas", "GET", `/api/designs/${id}`)).data.release.number;

async function write(label: string, text: string): Promise<void> {
  const box = (await page.waitForSelector(`[aria-label="${label}"]`))!;
  await box.click({ count: 3 });
  await page.keyboard.type(text);
  await page.keyboard.press("Enter");
}
const command = async (key: KeyInput, shift = false) => {
  await page.click("h1");
  await page.keyboard.down("Control");
  if (shift) await page.keyboard.down("Shift");
  await page.keyboard.press(key);
  if (shift) await page.keyboard.up("Shift");
  await page.keyboard.up("Control");
};

test("a colour is changed, undone, done again, and shows its opacity only where it has one", async () => {
  const before = await pollen();
  demoHex = before.hex;
  await page.goto(`${base}/house`);
  await page.waitForSelector("[aria-label='Value of Pollen']");
  expect(await page.$eval("[aria-label='Value of Pollen']", (e) => (e as HTMLInputElement).value)).toBe(
    before.hex.slice(0, 7),
  );
  await write("Value of Pollen", "#e8b838");
  await until(pollen, ({ hex }) => hex === "#e8b838ff");
  expect(await page.$eval("[title^='Undo:']", (e) => e.getAttribute("title"))).toContain("Colour “Pollen”");
  await command("z");
  await until(pollen, ({ hex }) => hex === before.hex);
  await command("z", true);
  await until(pollen, ({ hex }) => hex === "#e8b838ff");
});

test("what a change touches is seen as it is and as it would be, and published again as one job", async () => {
  await page.waitForSelector(".drifts summary");
  await page.click(".drifts summary");
  await press(page, ".drifts .btn", /publish again/);
  await page.waitForFunction(
    (wanted) => [...document.querySelectorAll(".republish b")].some((e) => e.textContent === wanted),
    {},
    name,
  );
  for (const row of await page.$$(".republish label")) {
    if (!(await row.evaluate((e) => e.textContent ?? "")).startsWith(name)) await row.click();
  }
  const pictures = await page.waitForFunction(
    (wanted) => {
      const row = [...document.querySelectorAll(".republish li")].find((e) => e.textContent!.startsWith(wanted))!;
      const shown = [...row.querySelectorAll("canvas")].map((canvas) => canvas.toDataURL());
      return shown.length === 2 && shown;
    },
    {},
    name,
  );
  const [now, next] = (await pictures.jsonValue()) as string[];
  expect(next).not.toBe(now);
  await press(page, ".modal-footer .btn-primary", "Publish 1 again");
  await page.waitForFunction(
    (wanted) => document.querySelector("[role=dialog]")?.textContent?.includes(`${wanted}: release 2`),
    {},
    name,
  );
  expect(await release()).toBe(2);
  await page.click("[role=dialog] .paper-dialog__close");
});

test("what others have changed meanwhile is kept beside one’s own", async () => {
  const { revision, document } = await house();
  const leaf = document.colours.findIndex(({ role }) => role !== "pollen");
  const before = document.colours[leaf]!;
  await page.setOfflineMode(true);
  await write("Value of Pollen", "#f2c044");
  const patches = [{ op: "replace", path: ["colours", leaf, "name"], value: "Renamed" }];
  await as("odile", "POST", "/api/house/patches", { revision, patches });
  await page.setOfflineMode(false);
  try {
    const both = await until(
      async () => {
        const { colours } = (await house()).document;
        return [colours.find(({ role }) => role === "pollen")!.hex, colours[leaf]!.name];
      },
      ([hex]) => hex === "#f2c044ff",
    );
    expect(both[1]).toBe("Renamed");
  } finally {
    const now = await house();
    const back = [{ op: "replace", path: ["colours", leaf, "name"], value: before.name }];
    await as("odile", "POST", "/api/house/patches", { revision: now.revision, patches: back });
  }
  expect(errors.filter((text) => !/INTERNET_DISCONNECTED|409/.test(text))).toEqual([]);
});

test("asked on another state of the house style nothing is published; what has gone on by itself is told", async () => {
  const { revision, document } = await house();
  const at = document.colours.findIndex(({ role }) => role === "pollen");
  const ask = (on: number, releases: string[]) =>
    as("tomas", "POST", "/api/house/republish", { revision: on, releases });
  expect((await ask(revision - 1, ["00000000000000000000"])).status).toBe(409);
  const { job } = (await ask(revision, ["00000000000000000000"])).data;
  const ended = await until(
    async () => (await as("tomas", "GET", `/api/jobs/${job}`)).data,
    ({ state }) => state === "done",
  );
  expect(ended.result).toEqual([expect.objectContaining({ state: "stopped" })]);
  const demo = [{ op: "replace", path: ["colours", at, "hex"], value: demoHex }];
  await as("odile", "POST", "/api/house/patches", { revision: (await house()).revision, patches: demo });
});
