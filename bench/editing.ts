import type { Page } from "puppeteer-core";
import { Design } from "@/core/document/design";
import { openBrowser, signedIn } from "@/tests/support/browser";
import { as, base } from "@/tests/support/api";
import { round, type Measurement } from "./measure";

/** Thirty layers in four formats: ten cards of a panel, a name fitted into it and a mark. */
function thirtyLayers(id: string): Design {
  const cards = Array.from({ length: 10 }, (_, i) => {
    const around = { kind: "around", layers: [`name-${i}`], before: 1.4, after: 1.4 };
    const place = { on: "title-safe", dx: (i % 2) * 40 + 4, dy: Math.floor(i / 2) * 12 + 3 };
    return [
      {
        id: `panel-${i}`,
        name: `Panel ${i}`,
        kind: "rectangle",
        width: around,
        height: around,
        fill: { kind: "plain", colour: "house:fern" },
      },
      {
        id: `name-${i}`,
        name: `Name ${i}`,
        kind: "text",
        text: `Bed number ${i}`,
        setting: { type: "role" },
        fill: { kind: "plain", colour: `pair:panel-${i}` },
        place,
      },
      {
        id: `mark-${i}`,
        name: `Mark ${i}`,
        kind: "picture",
        media: "mark:garden",
        width: { kind: "fixed", u: 4 },
        height: { kind: "ratio", ratio: 1 },
        place: { at: { x: 1, y: 0.5 }, on: `panel-${i}`, from: { x: 0, y: 0.5 } },
      },
    ];
  });
  const formats = ["wide", "square", "portrait", "tall"];
  return Design.parse({
    version: 2,
    id,
    name: "Thirty layers",
    formats,
    length: { default: 6, min: 1, max: 9 },
    layers: cards.flat(),
  });
}

/** Pulls an element to and fro for so long, a step a frame; gives the pictures a second on the large stage. */
const pullRate = (page: Page, selector: string, follows: string, reach: number, seconds: number): Promise<number> =>
  page.evaluate(
    async (selector, follows, reach, seconds) => {
      const noted = globalThis as unknown as Noting;
      const taken = document.querySelector(selector)!;
      const { x, y, width, height } = taken.getBoundingClientRect();
      const at = (dx: number) => ({
        clientX: x + width / 2 + dx,
        clientY: y + height / 2,
        pointerId: 1,
        bubbles: true,
        altKey: true,
      });
      const mover = taken.closest<SVGElement | HTMLElement>(follows)!;
      mover.setPointerCapture = () => undefined;
      taken.dispatchEvent(new PointerEvent("pointerdown", at(0)));
      const start = performance.now();
      noted.frameTimes.length = 0;
      for (let i = 0; performance.now() - start < seconds * 1000; i++) {
        mover.dispatchEvent(new PointerEvent("pointermove", at(reach * Math.sin(i / 9) + 10)));
        await new Promise((r) => requestAnimationFrame(r));
      }
      mover.dispatchEvent(new PointerEvent("pointerup", at(0)));
      return noted.frameTimes.length / seconds;
    },
    selector,
    follows,
    reach,
    seconds,
  );

/** Notes in the page when the large stage gets a new picture. */
const noteFrames = `
  globalThis.frameTimes = [];
  const put = ImageBitmapRenderingContext.prototype.transferFromImageBitmap;
  ImageBitmapRenderingContext.prototype.transferFromImageBitmap = function (bitmap) {
    put.call(this, bitmap);
    if (this.canvas.closest(".bench-stage__large")) globalThis.frameTimes.push(performance.now());
  };`;
type Noting = { frameTimes: number[] };

/** Milliseconds from each press of an arrow key to the changed picture on the large stage. */
const pressToPixels = (page: Page, presses: number): Promise<number[]> =>
  page.evaluate(async (presses) => {
    const noted = globalThis as unknown as Noting;
    const taken: number[] = [];
    for (let i = 0; i < presses; i++) {
      noted.frameTimes.length = 0;
      const pressed = performance.now();
      const key = i % 2 === 0 ? "ArrowRight" : "ArrowLeft";
      document.body.dispatchEvent(new KeyboardEvent("keydown", { key, bubbles: true, shiftKey: true }));
      while (noted.frameTimes.length === 0 && performance.now() - pressed < 2000)
        await new Promise((r) => setTimeout(r, 1));
      taken.push((noted.frameTimes[0] ?? pressed + 2000) - pressed);
      await new Promise((r) => setTimeout(r, 400));
    }
    return taken;
  }, presses);

/** The needle to the middle of arriving, where a pulled bar changes what is seen. */
async function toArrive(page: Page): Promise<void> {
  const ruler = (await (await page.$(".papers"))!.boundingBox())!;
  await page.mouse.click(ruler.x + 60, ruler.y + 6);
  await new Promise((resolve) => setTimeout(resolve, 500));
}

/** Edits on the served bench: how soon they are seen, and how smoothly a drag runs. */
export async function measureEditing(): Promise<Measurement[]> {
  const { id } = (await as("tomas", "POST", "/api/designs", { name: "Thirty layers" })).data as { id: string };
  await as("tomas", "POST", `/api/designs/${id}/replace`, { revision: 1, document: thirtyLayers(id) });
  const browser = await openBrowser();
  try {
    const { page } = await signedIn(browser, "tomas");
    // Functions that are sent to the page name themselves with a helper that is not there.
    await page.evaluateOnNewDocument(`globalThis.__name = (named) => named;${noteFrames}`);
    await page.goto(`${base}/bench/${id}`);
    await page.waitForSelector(".overlay__hit[data-layer=name-4]");
    await page.click("[data-row=name-4] .strip__choose");
    await new Promise((resolve) => setTimeout(resolve, 1000));
    await pressToPixels(page, 6);
    const taken = (await pressToPixels(page, 40)).sort((a, b) => a - b);
    const at = (share: number) => round(taken[Math.min(taken.length - 1, Math.floor(taken.length * share))]!);
    const rate = await pullRate(page, ".overlay__hit[data-layer=name-4]", "svg", 40, 3);
    await page.goto(`${base}/bench/name-strap`);
    await page.waitForSelector(".bar[data-move]");
    await new Promise((resolve) => setTimeout(resolve, 1500));
    await toArrive(page);
    const pulled = await pullRate(page, ".bar[data-move]", ".bar", 30, 3);
    const detail = { layers: 30, formats: 4 };
    return [
      {
        name: "key press to changed pixels, median",
        value: at(0.5),
        unit: "ms",
        target: { is: "at most", value: 50 },
        detail,
      },
      {
        name: "key press to changed pixels, 95th percentile",
        value: at(0.95),
        unit: "ms",
        target: { is: "at most", value: 50 },
        detail,
      },
      {
        name: "pictures while dragging a layer",
        value: round(rate),
        unit: "per second",
        target: { is: "at least", value: 50 },
        detail,
      },
      {
        name: "pictures while pulling a bar of Name strap",
        value: round(pulled),
        unit: "per second",
        target: { is: "at least", value: 50 },
        detail: { layers: 5, formats: 4 },
      },
    ];
  } finally {
    await browser.close();
  }
}
