import { afterAll, beforeAll, describe, expect, test } from "@jest/globals";
import type { Browser, Page } from "puppeteer-core";
import type { Design } from "@/core/document/design";
import type { House } from "@/core/document/house";
import { as, base, until } from "../support/api";
import { beginWithPanel } from "../support/panel-design";
import { BenchHand } from "../support/bench";
import { openBrowser, press, signedIn } from "../support/browser";
import { makeFirstDesign } from "../support/first-design";
import { MotionHand } from "../support/motion";
let browser: Browser;
const started: string[] = [];
beforeAll(async () => {
  browser = await openBrowser();
});
afterAll(async () => {
  await browser?.close();
  for (const id of started) await as("tomas", "POST", `/api/designs/${id}/about`, { archived: true });
});

async function openedBench(page: Page, name: string, copyOf = "name-strap"): Promise<string> {
  const made = await as("tomas", "POST", "/api/designs", { name, copyOf });
  started.push(made.data.id);
  await page.goto(`${base}/bench/${made.data.id}`);
  await page.waitForSelector(".overlay__hit");
  return made.data.id;
}
const draft = async (id: string): Promise<Design> => (await as("tomas", "GET", `/api/designs/${id}`)).data.document;
const command = async (page: Page, key: string) => {
  await page.keyboard.down("Control");
  await page.keyboard.press(key as "z");
  await page.keyboard.up("Control");
};
const centre = async (page: Page, selector: string) => {
  const box = (await (await page.waitForSelector(selector))!.boundingBox())!;
  return { x: box.x + box.width / 2, y: box.y + box.height / 2 };
};

describe("the bench", () => {
  test("restores a named version, and undoes even that", async () => {
    const { page, errors } = await signedIn(browser, "tomas");
    const id = await openedBench(page, "Versions");
    const hand = new BenchHand(page);
    const before = await draft(id);
    await press(page, ".bench__bar .tool", "Versions");
    await page.waitForSelector(".versions__keep input");
    await page.type(".versions__keep input", "As it was");
    await page.keyboard.press("Enter");
    await page.waitForSelector(".versions li");
    await page.click("[role=dialog] .paper-dialog__close");
    await page.waitForFunction(() => !document.querySelector("[role=dialog]"));
    await hand.choose("Name");
    await hand.set({ Right: "33" });
    await until(
      () => draft(id),
      ({ layers }) => layers.find((l) => l.id === "name")!.place.dx === 33,
    );
    await press(page, ".bench__bar .tool", "Versions");
    await page.waitForSelector(".versions li button");
    await press(page, ".versions li button", /restore|Go back/i);
    await until(
      () => draft(id),
      (now) => JSON.stringify(now.layers) === JSON.stringify(before.layers),
    );
    if (await page.$("[role=dialog] .paper-dialog__close")) await page.click("[role=dialog] .paper-dialog__close");
    await page.waitForFunction(() => !document.querySelector("[role=dialog]"));
    await command(page, "z");
    await until(
      () => draft(id),
      ({ layers }) => layers.find((l) => l.id === "name")!.place.dx === 33,
    );
    expect(errors).toEqual([]);
  });

  test("takes layers to another design by the clipboard, duplicates them, and lines them up", async () => {
    const { page, errors } = await signedIn(browser, "tomas");
    await openedBench(page, "From here");
    await press(page, ".strip__choose", "Name panel");
    await page.keyboard.down("Shift");
    await press(page, ".strip__choose", "Name");
    await page.keyboard.up("Shift");
    // The browser's own clipboard events, as a copy and a paste from the keyboard fire them.
    const copied = await page.evaluate(() => {
      const data = new DataTransfer();
      document.body.dispatchEvent(new ClipboardEvent("copy", { clipboardData: data, bubbles: true, cancelable: true }));
      return data.getData("text/plain");
    });
    expect(JSON.parse(copied)).toMatchObject({ rubrick: "layers" });
    const id = await openedBench(page, "To there", "handle-pop-up");
    const before = await draft(id);
    const paste = (text: string) =>
      page.evaluate((words) => {
        const data = new DataTransfer();
        data.setData("text/plain", words);
        document.body.dispatchEvent(new ClipboardEvent("paste", { clipboardData: data, bubbles: true }));
      }, text);
    await paste("just words from a letter");
    await paste('{"rubrick":"layers","layers":[{"kind":"script"}]}');
    await paste(copied);
    const pasted = await until(
      () => draft(id),
      ({ layers }) => layers.length === before.layers.length + 2,
    );
    const fresh = pasted.layers.slice(-2);
    expect(fresh.map(({ name }) => name).sort()).toEqual(["Name", "Name panel"]);
    expect(await page.$(".notice--stop")).toBeNull();

    await command(page, "d");
    const doubled = await until(
      () => draft(id),
      ({ layers }) => layers.length === before.layers.length + 4,
    );
    expect(new Set(doubled.layers.map((layer) => layer.id)).size).toBe(doubled.layers.length);
    for (let i = 0; i < 2; i++) await command(page, "z");
    await until(
      () => draft(id),
      (now) => JSON.stringify(now) === JSON.stringify(before),
    );
    expect(errors).toEqual([]);
  });

  test("lines up several layers and spreads them evenly", async () => {
    const { page, errors } = await signedIn(browser, "tomas");
    const { id } = (await beginWithPanel("Lined up")).data as { id: string };
    started.push(id);
    const blank = await draft(id);
    const box = (name: string, dx: number, dy: number) => ({
      ...{ ...blank.layers[0]!, id: name, name, width: { kind: "fixed", u: 10 }, height: { kind: "fixed", u: 8 } },
      place: { at: { x: 0, y: 0 }, on: "format", from: { x: 0, y: 0 }, dx, dy },
    });
    const layers = [box("a", 10, 10), box("b", 40, 30), box("c", 50, 60)];
    await as("tomas", "POST", `/api/designs/${id}/replace`, { revision: 1, document: { ...blank, layers } });
    await page.goto(`${base}/bench/${id}`);
    await page.waitForSelector(".overlay__hit");
    await page.click("[data-row=a] .strip__choose");
    await page.keyboard.down("Control");
    await page.click("[data-row=b] .strip__choose");
    await page.click("[data-row=c] .strip__choose");
    await page.keyboard.up("Control");
    await press(page, ".arrange button", /Distribute horizontally/);
    await press(page, ".arrange button", /Align top edges/);
    const lined = await until(
      () => draft(id),
      (d) => d.layers.every(({ place }) => Math.abs(place.dy - 10) < 0.01),
    );
    expect(lined.layers.map(({ place }) => Math.round(place.dx * 100) / 100)).toEqual([10, 30, 50]);
    expect(errors).toEqual([]);
  });

  test("writes in place, pulls the corners of a line, and orders layers by the mouse", async () => {
    const { page, errors } = await signedIn(browser, "tomas");
    const id = await openedBench(page, "By hand");
    const name = await centre(page, ".overlay__hit[data-layer=name]");
    await page.mouse.click(name.x, name.y, { count: 2 });
    await page.waitForSelector(".in-place");
    await command(page, "a");
    await page.keyboard.type("Wren Ashdown");
    await page.keyboard.press("Enter");
    await until(
      () => draft(id),
      ({ fields }) => fields.some((f) => "sample" in f && f.sample === "Wren Ashdown"),
    );

    const hand = new BenchHand(page);
    await hand.add("Line", "Rule");
    await hand.set({ Height: "10" });
    const corner = await centre(page, "[data-corner='1']");
    await page.mouse.move(corner.x, corner.y);
    await page.mouse.down();
    await page.mouse.move(corner.x + 30, corner.y - 20, { steps: 4 });
    await page.mouse.up();
    const bent = await until(
      () => draft(id),
      ({ layers }) => {
        const line = layers.find((l) => l.name === "Rule");
        return line?.kind === "line" && line.points[1]!.x > 1;
      },
    );
    expect(bent.layers.find((l) => l.name === "Rule")).toMatchObject({ kind: "line" });

    const order = async () => (await draft(id)).layers.map((l) => l.name);
    const before = await order();
    // Drag and drop of the page itself: the row of the rule below the row of the mark.
    await page.evaluate(() => {
      const row = (named: string) =>
        [...document.querySelectorAll<HTMLElement>(".strip__row")].find((r) => r.getAttribute("aria-label") === named)!;
      const [from, to] = [row("Rule"), row("Mark")];
      const data = new DataTransfer();
      const { left, bottom } = to.getBoundingClientRect();
      const fire = (on: Element, type: string) =>
        on.dispatchEvent(
          new DragEvent(type, {
            dataTransfer: data,
            bubbles: true,
            cancelable: true,
            clientX: left + 5,
            clientY: bottom - 2,
          }),
        );
      fire(from.querySelector(".strip__name")!, "dragstart");
      return new Promise<void>((done) =>
        setTimeout(() => {
          fire(to, "dragover");
          setTimeout(() => {
            fire(to, "drop");
            done();
          }, 100);
        }, 100),
      );
    });
    const after = await until(order, (names) => names.join() !== before.join());
    expect(after.indexOf("Rule")).toBe(after.indexOf("Mark") - 1);
    expect(errors).toEqual([]);
  });
});

test("a first design is made as the guide says, and nothing stops it from being published", async () => {
  const { page, errors } = await signedIn(browser, "tomas");
  const hand = new MotionHand(page);
  const id = await makeFirstDesign(hand);
  started.push(id);
  await hand.saved();
  const design = await draft(id);
  expect(design.layers.map(({ name }) => name)).toEqual(["Panel", "Tip"]);
  expect(design.layers[0]!.width).toMatchObject({ kind: "around", layers: ["text"] });
  expect(design.layers[1]!.moves[0]).toMatchObject({
    kind: "rise",
    length: 0.8,
    split: { by: "letter" },
    behind: "panel",
  });
  expect(design.fields).toMatchObject([{ kind: "line", label: "Tip", sample: "Water at dusk" }]);
  await press(page, ".bench__bar .btn-primary", /^Publish/);
  await page.waitForSelector(".modal-footer .btn-primary:not(:disabled)");
  await press(page, ".modal-footer .btn-primary", "Publish");
  await page.waitForSelector("[role=dialog] a[href^='/fill/']");
  expect(errors).toEqual([]);
});

describe("the house style", () => {
  test("a colour that changes shows at once on a bench that is open", async () => {
    const { page, errors } = await signedIn(browser, "tomas");
    await openedBench(page, "Wears the house");
    const { page: sheet } = await signedIn(browser, "odile");
    const house = async () => (await as("odile", "GET", "/api/house")).data as { revision: number; document: House };
    const before = await house();
    const at = before.document.colours.findIndex(({ role }) => role === "fern");
    const shown = () => page.$eval(".bench-stage__large canvas", (e) => (e as HTMLCanvasElement).toDataURL());
    await page.waitForFunction(
      () => (document.querySelector(".bench-stage__large canvas") as HTMLCanvasElement)?.style.width,
    );
    const picture = await shown();
    try {
      await sheet.goto(`${base}/house`);
      await sheet.waitForSelector("input[type=color]");
      await sheet.$$eval(
        "input[type=color]",
        (list, n) => {
          const input = list[n] as HTMLInputElement;
          Object.getOwnPropertyDescriptor(HTMLInputElement.prototype, "value")!.set!.call(input, "#5a2034");
          input.dispatchEvent(new Event("input", { bubbles: true }));
          input.dispatchEvent(new Event("change", { bubbles: true }));
          input.blur();
        },
        at,
      );
      await until(house, ({ document }) => document.colours[at]!.hex.startsWith("#5a2034"));
      await page.bringToFront();
      await until(shown, (now) => now !== picture);
    } finally {
      const { revision } = await house();
      const patches = [{ op: "replace", path: ["colours", at, "hex"], value: before.document.colours[at]!.hex }];
      await as("odile", "POST", "/api/house/patches", { revision, patches });
    }
    expect(errors).toEqual([]);
  });
});
