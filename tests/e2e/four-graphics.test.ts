import { existsSync, readFileSync, writeFileSync } from "node:fs";
import { join } from "node:path";
import { afterAll, beforeAll, expect, test } from "@jest/globals";
import type { Browser, Page } from "puppeteer-core";
import sharp from "sharp";
import type { Design } from "@/core/document/design";
import { sampleValues } from "@/core/document/values";
import { house } from "@/demo/house";
import { makeFrame } from "@/render/still";
import { as, base, pause, until } from "../support/api";
import { openBrowser, press, signedIn } from "../support/browser";

/* Four graphics from a blank design, by mouse and keys: what each costs, and that they come out as they should. */

let browser: Browser;
beforeAll(async () => {
  browser = await openBrowser();
});
afterAll(() => browser?.close());

const most = 18;
const kept = join(process.cwd(), "tests", "golden");
const widthPx = 320;
const noPicture = async () => Promise.reject(new Error("no pictures here"));

/** One designer at the bench, whose presses and words are counted. */
class Counted {
  count = 0;

  constructor(readonly page: Page) {}

  private async once(act: Promise<unknown>): Promise<void> {
    await act;
    this.count++;
    await pause(150);
  }

  press = (selector: string, words: string | RegExp) => this.once(press(this.page, selector, words));
  key = (key: string) => this.once(this.page.keyboard.press(key as "n"));
  write = (words: string) => this.once(this.page.keyboard.type(words));

  /** Chooses a row of the strip; with Shift beside what is chosen. */
  async row(name: string, more = false): Promise<void> {
    if (more) await this.page.keyboard.down("Shift");
    await this.press(".strip__choose", name);
    if (more) await this.page.keyboard.up("Shift");
  }

  async start(name: string): Promise<void> {
    await this.page.goto(base);
    await this.press("button", "New design");
    await this.page.waitForSelector("[role=dialog] input");
    await this.write(name);
    await this.key("Enter");
    await this.page.waitForSelector(".bench .overlay");
  }

  async layer(kind: RegExp): Promise<void> {
    await this.key("n");
    await this.page.waitForSelector(".kinds button");
    await this.press(".modal .kinds button, .modal .beginnings button", kind);
    await this.page.waitForFunction(() => !document.querySelector("[role=dialog]"));
  }

  /** Into the words of the text that is chosen. */
  async words(text: string): Promise<void> {
    await this.page.waitForSelector(".bench__page textarea[aria-label=Text]");
    await this.once(this.page.click(".bench__page textarea[aria-label=Text]", { count: 3 }));
    await this.write(text);
    await this.page.evaluate(() => (document.activeElement as HTMLElement).blur());
  }

  /** Motion of the whole design, and fields for all that is filled in. */
  async finish(set: RegExp): Promise<void> {
    await this.key("Escape");
    await this.press(".motion-sets button", set);
    await this.key("e");
  }

  async document(): Promise<Design> {
    const id = new URL(this.page.url()).pathname.split("/").pop()!;
    await this.page.waitForSelector("[data-save=saved]");
    await pause(700);
    await this.page.waitForSelector("[data-save=saved]");
    return (await as("tomas", "GET", `/api/designs/${id}`)).data.document;
  }
}

/** Compares a design in all formats, at rest and underway, with the pictures that are kept of it. */
async function expectKept(name: string, design: Design): Promise<void> {
  const values = sampleValues(design);
  for (const { id: format } of house.formats) {
    const rest = await makeFrame({
      scene: { design, values, house, format, samples: true },
      widthPx,
      loadPicture: noPicture,
    });
    const file = join(kept, `bench-${name}-${format}.png`);
    // `UPDATE_GOLDEN=1` writes the pictures anew; look at each before it is kept.
    if (process.env.UPDATE_GOLDEN) writeFileSync(file, rest);
    expect([file, existsSync(file)]).toEqual([file, true]);
    const [ours, theirs] = await Promise.all([rest, readFileSync(file)].map((png) => sharp(png).raw().toBuffer()));
    let furthest = 0;
    ours!.forEach((level, i) => (furthest = Math.max(furthest, Math.abs(level - theirs![i]!))));
    expect([format, furthest <= 2]).toEqual([format, true]);
  }
}

const graphics: readonly [name: string, fields: readonly string[], build: (hand: Counted) => Promise<void>][] = [
  [
    "two-panels",
    ["line", "line", "colour", "colour"],
    async (hand) => {
      await hand.layer(/^Text /);
      await hand.words("Wren Okafor");
      await hand.layer(/^Text /);
      await hand.words("Keeper of ferns");
      await hand.row("Text", true);
      await hand.press(".bench__page .chip", "A background panel for each");
      await hand.finish(/^Unfold /);
    },
  ],
  [
    "badge",
    ["account", "colour"],
    async (hand) => {
      await hand.layer(/^Badge A mark/);
      await hand.layer(/^Bar from behind it /);
      await hand.layer(/^Text /);
      await hand.words("@quillmere");
      await hand.finish(/^Unfold /);
    },
  ],
  [
    "caption",
    ["line", "line"],
    async (hand) => {
      await hand.layer(/^Text /);
      await hand.words("Toads guard the rows");
      await hand.layer(/^Text /);
      await hand.words("so slugs dine elsewhere");
      await hand.row("Text", true);
      await hand.press(".bench__page .chip", "Line backgrounds");
      await hand.finish(/^Uncover /);
    },
  ],
  [
    "bands",
    ["text", "colour"],
    async (hand) => {
      await hand.layer(/^Bands across/);
      await hand.row("Title");
      await hand.words("Moth Night");
    },
  ],
];

test.each(graphics)("%s: at most eighteen actions, in all formats as kept", async (name, fields, build) => {
  const { page, errors } = await signedIn(browser, "tomas");
  const hand = new Counted(page);
  await hand.start(`Counted ${name} ${Date.now()}`);
  await build(hand);
  const design = await until(
    () => hand.document(),
    ({ layers }) => layers.some(({ moves }) => moves.length > 0),
  );
  expect(design.fields.map(({ kind }) => kind)).toEqual(fields);
  expect(hand.count).toBeLessThanOrEqual(most);
  await expectKept(name, design);
  expect(errors).toEqual([]);
  await page.close();
});
