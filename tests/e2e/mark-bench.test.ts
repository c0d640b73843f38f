import { mkdtempSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import sharp from "sharp";
import { afterAll, beforeAll, expect, test } from "@jest/globals";
import type { Browser, ElementHandle, Page } from "puppeteer-core";
import type { House } from "@/core/document/house";
import { as, base, until } from "../support/api";
import { BenchHand } from "../support/bench";
import { MotionHand } from "../support/motion";
import { openBrowser, press, signedIn } from "../support/browser";

/* A flat picture becomes a mark by mouse: its white box goes, it is cut in two, and its pieces are layers of a design. */
let browser: Browser;
let page: Page;
let errors: string[];
beforeAll(async () => {
  browser = await openBrowser();
  ({ page, errors } = await signedIn(browser, "tomas"));
});
afterAll(() => browser.close());

const name = `flat ${Date.now()}`;
const house = async (): Promise<House> => (await as("tomas", "GET", "/api/house")).data.document;
const markNow = async () => (await house()).marks.find((mark) => mark.name === name);

async function flatPicture(title = name): Promise<string> {
  const file = join(mkdtempSync(join(tmpdir(), "rubrick-flat-")), `${title}.jpg`);
  const svg = `<svg xmlns="http://www.w3.org/2000/svg" width="600" height="500"><rect width="600" height="500" fill="#fff"/>
    <ellipse cx="300" cy="250" rx="180" ry="200" fill="#2c5a3f"/><circle cx="430" cy="120" r="60" fill="#e9c46a"/></svg>`;
  await sharp(Buffer.from(svg)).jpeg({ quality: 80 }).toFile(file);
  return file;
}

/** Pulls a line over the mark on the first ground, from side to side. */
async function drawAcross(): Promise<void> {
  await page.evaluate(() => scrollTo(0, 0));
  const box = (await (await page.$(".mark-plates__mark"))!.boundingBox())!;
  await page.mouse.move(box.x + 2, box.y + box.height * 0.4);
  await page.mouse.down();
  for (let i = 1; i <= 8; i++) {
    await page.mouse.move(box.x + (box.width * i) / 8 - 2, box.y + box.height * (0.4 + 0.02 * i));
  }
  await page.mouse.up();
}

test("an upload with a white box is cleared, made whole, and told to have no rim", async () => {
  await page.goto(`${base}/house`);
  const input = await page.waitForSelector('input[aria-label^="Upload: Mark"]');
  await (input as ElementHandle<HTMLInputElement>).uploadFile(await flatPicture());
  await page.waitForSelector(".mark-plates canvas");
  await page.waitForFunction(() => document.body.textContent.includes("No rim is left."));
  const mark = await until(markNow, (one) => one?.picture?.hash !== one?.picture?.from.hash);
  const answer = await fetch(`${base}/api/media/${mark!.picture!.hash}`, {
    headers: { cookie: (await page.cookies()).map((one) => `${one.name}=${one.value}`).join("; ") },
  });
  const { data, info } = await sharp(Buffer.from(await answer.arrayBuffer()))
    .raw()
    .toBuffer({ resolveWithObject: true });
  expect([info.width, info.channels]).toEqual([mark!.picture!.width, 4]);
  const alphaAt = (x: number, y: number) => data[(Math.round(y) * info.width + Math.round(x)) * 4 + 3];
  expect([alphaAt(2, 2), alphaAt(info.width / 2, info.height / 2)]).toEqual([0, 255]);
});

test("a line that is drawn over it cuts it into two named pieces", async () => {
  await press(page, ".mark-bench__steps button", "Straight");
  await drawAcross();
  const whole = await markNow();
  const pieces = await until(
    async () => (await house()).marks.filter(({ piece }) => piece?.of === whole!.id),
    ({ length }) => length === 2,
  );
  expect(pieces.map(({ piece }) => piece!.sides).sort()).toEqual(["l", "r"]);
  expect(pieces.map((piece) => piece.name)).toEqual([`${name}, part 1`, `${name}, part 2`]);
});

test("on the bench its pieces become a group of layers that add up to it", async () => {
  const bench = new BenchHand(page);
  const design = await bench.startDesign(`Parted ${Date.now()}`);
  await bench.add("Picture", "Badge");
  await page.select('.bench__page select[aria-label="Shows"]', `mark:${(await markNow())!.id}`);
  await bench.press("Split into its 2 pieces");
  // A new design has a panel to begin with.
  const { layers } = await until<{ layers: { kind: string; blend: string }[] }>(
    async () => (await as("tomas", "GET", `/api/designs/${design}`)).data.document,
    (document) => document.layers.length === 4,
  );
  expect(layers.slice(1).map(({ kind }) => kind)).toEqual(["group", "picture", "picture"]);
  expect(layers.slice(1).map(({ blend }) => blend)).toEqual(["normal", "normal", "add"]);
  expect(errors).toEqual([]);
});

test("from a flat picture to a published design whose cut mark is animated takes fourteen actions of the mouse", async () => {
  let actions = 0;
  const act = async <T>(doing: Promise<T>): Promise<T> => {
    actions++;
    return doing;
  };
  const own = `${name} again`;
  const file = await flatPicture(own);
  await page.goto(`${base}/house`);
  const input = await page.waitForSelector('input[aria-label^="Upload: Mark"]');
  await act((input as ElementHandle<HTMLInputElement>).uploadFile(file));
  await page.waitForSelector(".mark-plates canvas");
  const found = async () => (await house()).marks.find((mark) => mark.name === own);
  const mark = await until(found, (one) => one?.picture?.hash !== one?.picture?.from.hash);
  await act(press(page, ".mark-bench__steps button", "Straight"));
  await act(drawAcross());
  const pieces = async () => (await house()).marks.filter(({ piece }) => piece?.of === mark!.id);
  await until(pieces, ({ length }) => length === 2);
  await act(press(page, ".masthead a", "Shelf"));
  await page.waitForSelector(".release-plate, .shelf");
  await act(press(page, "button", "New design"));
  await page.waitForSelector("[role=dialog] input");
  await page.type("[role=dialog] input", own);
  await act(page.keyboard.press("Enter"));
  await page.waitForSelector(".bench .overlay");
  await act(page.keyboard.press("n"));
  await page.waitForSelector(".kinds button");
  await act(press(page, ".kinds button", /^Picture /));
  await page.waitForFunction(() => !document.querySelector("[role=dialog]"));
  await act(page.select('.bench__page select[aria-label="Shows"]', `mark:${mark!.id}`));
  const hand = new MotionHand(page);
  await act(hand.press("Split into its 2 pieces"));
  await page.waitForFunction(() => document.querySelectorAll(".strip__choose").length === 3);
  actions += 2;
  await hand.addMove("arrive", "slide");
  await hand.saved();
  await act(press(page, ".bench__bar .btn-primary", /^Publish/));
  await page.waitForSelector(".modal-footer .btn-primary:not(:disabled)");
  await act(press(page, ".modal-footer .btn-primary", "Publish"));
  await page.waitForSelector("[role=dialog] a[href^='/fill/']");
  expect(actions).toBeLessThanOrEqual(14);
  expect(errors).toEqual([]);
});
