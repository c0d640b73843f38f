import { afterAll, beforeAll, expect, test } from "@jest/globals";
import type { Browser, Page } from "puppeteer-core";
import { database, disconnect } from "@/server/db/connection";
import { askMissingPosters } from "@/server/designs/posters";
import { as, base, send, cookieOf, startExport, until } from "../support/api";
import { openBrowser, press, signedIn } from "../support/browser";

let browser: Browser;
let page: Page;
let errors: string[];
beforeAll(async () => {
  // Tests of the queue have taken away what waited in it.
  await askMissingPosters(database());
  await disconnect();
  browser = await openBrowser();
  ({ page, errors } = await signedIn(browser, "ines"));
});
afterAll(() => browser.close());

const titles = () => page.$$eval(".release-plate h2", (all) => all.map((e) => e.textContent));

test("every release has a poster, which browsers keep", async () => {
  const releases = async () => (await as("ines", "GET", "/api/releases?order=newest")).data.releases;
  await until(releases, (all: { poster: boolean }[]) => all.length > 10 && all.every(({ poster }) => poster));
  const [first] = await releases();
  const reply = await fetch(`${base}/api/releases/${first.id}/poster`, { headers: { cookie: await cookieOf("ines") } });
  expect(reply.headers.get("content-type")).toBe("image/webp");
  expect(reply.headers.get("cache-control")).toContain("immutable");
  expect((await send("GET", `/api/releases/${first.id}/poster`)).status).toBe(401);
  await page.goto(base);
  await page.waitForFunction(
    () =>
      [...document.querySelectorAll<HTMLImageElement>(".plate__picture img")].filter((e) => e.naturalWidth === 640)
        .length >= 12,
  );
});

test("twelve plates and more stand whole on a screen of 1280 × 800", async () => {
  await page.setViewport({ width: 1280, height: 800 });
  await page.goto(base);
  await page.waitForSelector(".release-plate");
  await page.$eval(".needs-a-look", (e) => e.remove()).catch(() => undefined);
  const whole = await page.$$eval(
    ".release-plate",
    (all) => all.filter((e) => e.getBoundingClientRect().bottom <= innerHeight).length,
  );
  expect(whole).toBeGreaterThanOrEqual(12);
});

test("a design plays while it is pointed at, in the format whose mark is", async () => {
  await page.hover(".release-plate .plate__picture");
  await page.waitForSelector(".release-plate .plate__live.is-ready");
  const drawn = () =>
    page.$eval(".plate__live canvas", (e) => (e as HTMLCanvasElement).toDataURL().length).catch(() => 0);
  const first = await drawn();
  await until(drawn, (size) => size !== first);
  await page.hover(".release-plate .plate__formats i:last-child");
  await page.waitForFunction(() =>
    document.querySelector(".plate__live figcaption")?.textContent?.includes("1080 × 1920"),
  );
  await page.mouse.move(5, 5);
  await page.waitForFunction(() => !document.querySelector(".plate__live"));
});

test("words narrow the shelf, and what one made lately comes first", async () => {
  await page.type("[aria-label='Find a design']", "strap");
  await until(titles, (seen) => seen.length > 0 && seen.length < 8 && seen.every((name) => /strap/i.test(name ?? "")));
  await page.goto(base);
  await press(page, ".segments label", "By name");
  await until(titles, (seen) => [...seen].sort((a, b) => a!.localeCompare(b!)).join() === seen.join());
  const id = await startExport();
  await as("ines", "POST", `/api/exports/${id}/cancel`, {});
  await page.goto(base);
  await until(titles, ([first]) => first === "Name strap");
  expect(errors).toEqual([]);
});

test("a design that is kept as a beginning is offered with its picture, and what begins so is a copy of it", async () => {
  const { id } = (await as("tomas", "POST", "/api/designs", { name: "House strap", begins: "two-lines" })).data;
  const designer = await signedIn(browser, "tomas");
  await designer.page.goto(base);
  await designer.page.waitForSelector(".release-plate");
  await designer.page.type("input[type=search]", "House strap");
  await designer.page.waitForFunction(() => document.querySelectorAll(".release-plate").length === 1);
  await press(designer.page, ".release-plate__ways .dropdown button, .release-plate__ways .dropdown-toggle", "More");
  await press(designer.page, ".dropdown-menu.show button", "Save as starter");
  await designer.page.waitForFunction(() => document.body.innerText.includes("beginning"));
  await press(designer.page, "button", "New design");
  await designer.page.waitForFunction(() =>
    [...document.querySelectorAll(".beginnings label")].some(
      (plate) => plate.textContent?.startsWith("House strap") && plate.querySelector("canvas"),
    ),
  );
  await designer.page.type("[role=dialog] input", "Begun from it");
  await press(designer.page, ".beginnings label", /^House strap/);
  await press(designer.page, "[role=dialog] .btn", "Open it on the bench");
  await designer.page.waitForSelector(".bench .overlay__hit");
  const begun = new URL(designer.page.url()).pathname.split("/").pop()!;
  const layersOf = async (of: string) => (await as("tomas", "GET", `/api/designs/${of}`)).data.document.layers;
  expect(await layersOf(begun)).toEqual(await layersOf(id));
  expect(designer.errors).toEqual([]);
  await designer.page.close();
  for (const made of [id, begun]) await as("tomas", "POST", `/api/designs/${made}/about`, { archived: true, tags: [] });
});
