import { afterAll, beforeAll, expect, test } from "@jest/globals";
import type { Browser, ElementHandle, Page } from "puppeteer-core";
import type { Design } from "@/core/document/design";
import { readDesign } from "@/demo/designs";
import { as, base, until } from "../support/api";
import { beginWithPanel } from "../support/panel-design";
import { BenchHand } from "../support/bench";
import { openBrowser, press, signedIn } from "../support/browser";

/* What hands do on a bench that nobody planned for: the design, its history and its saving outlast it. */
let browser: Browser;
const started: string[] = [];
beforeAll(async () => {
  browser = await openBrowser();
});
afterAll(async () => {
  await browser?.close();
  for (const id of started) await as("tomas", "POST", `/api/designs/${id}/about`, { archived: true });
});

async function bench(
  name: string,
  copyOf?: string,
): Promise<{ page: Page; errors: string[]; id: string; hand: BenchHand }> {
  const { page, errors } = await signedIn(browser, "tomas");
  const made =
    copyOf === undefined ? await beginWithPanel(name) : await as("tomas", "POST", "/api/designs", { name, copyOf });
  const { id } = made.data;
  started.push(id);
  await page.goto(`${base}/bench/${id}`);
  await page.waitForSelector(".overlay__hit");
  return { page, errors, id, hand: new BenchHand(page) };
}
const draft = async (id: string): Promise<Design> => (await as("tomas", "GET", `/api/designs/${id}`)).data.document;
const control = async (page: Page, key: string) => {
  await page.keyboard.down("Control");
  await page.keyboard.press(key as "z");
  await page.keyboard.up("Control");
};

test("a layer of every kind is put in, duplicated and undone, and the bench stands and saves", async () => {
  const { page, errors, id, hand } = await bench("All kinds");
  for (const kind of ["Text", "Ring", "Group", "Line", "Star", "Polygon", "Picture"]) {
    await page.keyboard.press("n");
    await page.waitForSelector(".kinds button");
    await press(page, ".kinds button", new RegExp(`^${kind} `));
    await page.waitForFunction(() => !document.querySelector("[role=dialog]"));
    await control(page, "d");
  }
  await hand.saved();
  const all = await until(
    () => draft(id),
    ({ layers }) => layers.length === 15,
  );
  expect(all.layers.map(({ kind, name }) => [kind, name])).toContainEqual(["text", "Text 2"]);
  expect(all.layers.some(({ id: layer }) => layer === "group")).toBe(false);
  for (let i = 0; i < 14; i++) await control(page, "z");
  await until(
    () => draft(id),
    ({ layers }) => layers.length === 1,
  );
  expect(errors).toEqual([]);
});

test("after a choice the keys belong to the design; undo is the design's, save while words are typed", async () => {
  const { page, errors, id, hand } = await bench("Keys", "name-strap");
  await hand.choose("Name");
  const list = (await page.waitForSelector(".bench__page [aria-label='Type style']"))!;
  const before = await list.evaluate((e) => (e as HTMLSelectElement).value);
  await list.focus();
  // A letter in a list means the design: no other type style is chosen by it.
  await page.keyboard.press("g");
  await page.keyboard.press("n");
  await page.waitForSelector(".kinds button");
  await page.keyboard.press("Escape");
  await page.waitForFunction(() => !document.querySelector("[role=dialog]"));
  expect(await list.evaluate((e) => (e as HTMLSelectElement).value)).toBe(before);
  // Enter and Escape leave a box; Space then plays.
  const right = (await page.waitForSelector(".bench__page [aria-label='Right']"))!;
  await right.focus();
  await page.keyboard.type("44");
  await page.keyboard.press("Enter");
  await page.waitForFunction(() => document.activeElement === document.body);
  await until(
    () => draft(id),
    ({ layers }) => layers.find((l) => l.id === "name")!.place.dx === 44,
  );
  await page.keyboard.press("Space");
  await page.waitForSelector("[aria-label='Pause'], button[title^='Pause']");
  await page.keyboard.press("Space");
  // A box that was entered and not typed in has no undo of its own.
  await right.focus();
  await control(page, "z");
  await until(
    () => draft(id),
    ({ layers }) => layers.find((l) => l.id === "name")!.place.dx !== 44,
  );
  expect(errors).toEqual([]);
});

test("a handle pulled past the opposite side leaves the layer where it is, as thin as can be", async () => {
  const { page, errors, id } = await bench("Handles");
  await press(page, ".strip__choose", "Panel");
  const grip = (await page.waitForSelector("[data-handle='1 0'] circle"))!;
  const at = (await grip.boundingBox())!;
  const stage = (await (await page.$(".overlay"))!.boundingBox())!;
  await page.mouse.move(at.x + at.width / 2, at.y + at.height / 2);
  await page.mouse.down();
  for (const share of [0.6, 0.2, -0.2, -0.6]) await page.mouse.move(stage.x + stage.width * share, at.y, { steps: 4 });
  await page.mouse.up();
  const { layers } = await until(
    () => draft(id),
    (now) => JSON.stringify(now.layers[0]!.width) !== '{"kind":"fixed","u":50}',
  );
  const [panel] = layers as [Design["layers"][0]];
  expect(panel.width).toMatchObject({ kind: "fixed", u: expect.closeTo(0.1, 2) });
  expect(panel.place.dx).toBeCloseTo(0, 1);
  expect(errors).toEqual([]);
});

test("a row that is let go between two others, or below the last, lands there", async () => {
  const { page, id } = await bench("Rows", "name-strap");
  const before = (await draft(id)).layers.map((layer) => layer.id);
  const names = await page.$$eval(".strip [data-row]", (rows) => rows.map((row) => (row as HTMLElement).dataset.row!));
  await page.evaluate((first) => {
    const rows = document.querySelector(".strip__rows")!;
    const row = document.querySelector(`[data-row="${first}"] .strip__name`)!;
    const last = [...document.querySelectorAll("[data-row]")].pop()!.getBoundingClientRect();
    const dataTransfer = new DataTransfer();
    const fire = (target: Element, type: string, clientY: number) =>
      target.dispatchEvent(new DragEvent(type, { bubbles: true, cancelable: true, dataTransfer, clientY }));
    fire(row, "dragstart", 0);
    return new Promise((resolve) => setTimeout(resolve, 50)).then(() => {
      // Well below the last row, where no row is.
      fire(rows, "dragover", last.bottom + 6);
      fire(rows, "drop", last.bottom + 6);
    });
  }, names[0]!);
  const after = await until(
    () => draft(id),
    ({ layers }) => layers[0]!.id === names[0],
  );
  expect(after.layers.map((layer) => layer.id).sort()).toEqual([...before].sort());
});

test("a bench that can't be drawn keeps the design and its history, and goes on", async () => {
  const { page, id, hand } = await bench("Falls");
  await hand.choose("Panel");
  await hand.set({ Right: "7" });
  await hand.saved();
  // A fault of our own, forced: the strip is asked to draw a row that throws.
  await page.evaluate(() => {
    const { includes } = Array.prototype;
    Array.prototype.includes = function (this: unknown[], ...args: [unknown, number?]) {
      if (args[0] === "panel") throw new Error("forced by a test");
      return includes.apply(this, args);
    };
    (window as unknown as { mend: () => void }).mend = () => void (Array.prototype.includes = includes);
    document.querySelector<HTMLElement>(".overlay")!.dispatchEvent(new PointerEvent("pointerdown", { bubbles: true }));
  });
  await page.waitForFunction(() => document.body.textContent?.includes("The bench could not be drawn"));
  await page.evaluate(() => (window as unknown as { mend: () => void }).mend());
  await press(page, "button", "Continue as it is");
  await page.waitForSelector(".overlay__hit");
  await control(page, "z");
  await until(
    () => draft(id),
    ({ layers }) => layers[0]!.place.dx !== 7,
  );
});

test("Test values shows graphics close up to one scale, and on demand every format whole in its own shape", async () => {
  const { page } = await bench("Shapes", "name-strap");
  await press(page, ".bench__bar .tool", "Test values");
  // Nearer than the whole, as far as the longest words have room, and all as near; flat, as the strap is.
  await page.waitForFunction(() => {
    const plates = [...document.querySelectorAll(".trial .format-stage__plate")].map((e) => e.getBoundingClientRect());
    const zooms = [...document.querySelectorAll(".trial .format-stage__whole")].map(
      (whole, i) => whole.getBoundingClientRect().width / plates[i]!.width,
    );
    const alike = Math.max(...zooms) - Math.min(...zooms) < 0.01;
    return zooms.length > 4 && alike && zooms[0]! > 1.3 && plates[0]!.width / plates[0]!.height > 3;
  });
  await press(page, "[role=dialog] .form-switch label", "Whole frame");
  for (const [format, ratio] of [
    ["Tall", 1080 / 1920],
    ["Portrait", 1080 / 1350],
    ["Wide", 1920 / 1080],
  ] as const) {
    await press(page, "[role=dialog] .segments label", format);
    await page.waitForFunction(
      (wanted) => document.querySelector(".trial figcaption")?.textContent?.includes(wanted),
      {},
      format,
    );
    const { width, height } = (await (await page.$(".trial .format-stage__plate"))!.boundingBox())!;
    expect(width / height).toBeCloseTo(ratio, 1);
  }
});

test("let go near a corner a layer stands on that corner, with Alt it does not; one step back undoes both", async () => {
  const { page, errors, id } = await bench("Pulled ties");
  const start = (await draft(id)).layers[0]!.place;
  const pull = async (alt: boolean) => {
    const stage = (await (await page.$(".overlay"))!.boundingBox())!;
    const hit = (await (await page.$(".overlay__hit[data-layer=panel]"))!.boundingBox())!;
    const from = { x: hit.x + hit.width / 2, y: hit.y + hit.height / 2 };
    if (alt) await page.keyboard.down("Alt");
    await page.mouse.move(from.x, from.y);
    await page.mouse.down();
    await page.mouse.move(from.x + 30, from.y - 30, { steps: 3 });
    await page.mouse.move(stage.x + stage.width * 0.8, stage.y + stage.height * 0.2, { steps: 5 });
    const said = await page.$eval(".overlay__distance", (e) => e.textContent);
    await page.mouse.up();
    if (alt) await page.keyboard.up("Alt");
    return said;
  };
  expect(await pull(false)).toContain("anchored to the top right of the clear area");
  const tied = await until(
    () => draft(id),
    ({ layers }) => layers[0]!.place.on === "clear",
  );
  expect(tied.layers[0]!.place).toMatchObject({ at: { x: 1, y: 0 }, from: { x: 1, y: 0 } });
  await control(page, "z");
  await until(
    () => draft(id),
    ({ layers }) => JSON.stringify(layers[0]!.place) === JSON.stringify(start),
  );
  expect(await pull(true)).not.toContain("anchored to");
  const free = await until(
    () => draft(id),
    ({ layers }) => layers[0]!.place.dx !== start.dx,
  );
  expect(free.layers[0]!.place).toMatchObject({ on: start.on, at: start.at });
  expect(errors).toEqual([]);
  await page.close();
});

test("a frame chooses what it touches; a command is found by its name, and a layer's own in its menu", async () => {
  const { page, errors, id } = await bench("By name");
  const stage = (await (await page.$(".overlay"))!.boundingBox())!;
  await page.mouse.move(stage.x + 4, stage.y + stage.height * 0.6);
  await page.mouse.down();
  await page.mouse.move(stage.x + stage.width * 0.3, stage.y + stage.height * 0.9, { steps: 4 });
  await page.mouse.up();
  await page.waitForSelector("[data-row=panel][aria-selected=true]");
  await page.keyboard.press("/");
  await page.waitForSelector(".commands li");
  await page.keyboard.type("dupl");
  await page.keyboard.press("Enter");
  await until(
    () => draft(id),
    ({ layers }) => layers.length === 2,
  );
  const hit = (await (await page.$(".overlay__hit[data-layer=panel-2]"))!.boundingBox())!;
  await page.mouse.click(hit.x + hit.width / 2, hit.y + hit.height / 2, { button: "right" });
  await page.waitForSelector(".layer-menu [role=menuitem]");
  await press(page, ".layer-menu [role=menuitem]", /^Remove/);
  await until(
    () => draft(id),
    ({ layers }) => layers.length === 1,
  );
  expect(errors).toEqual([]);
  await page.close();
});

test("a guide is pulled out of the edge, a layer let go on it stands on it, and pulled out of the format it is gone", async () => {
  const { page, errors, id } = await bench("Guided");
  const pull = async (from: { x: number; y: number }, by: { x: number; y: number }) => {
    await page.mouse.move(from.x, from.y);
    await page.mouse.down();
    await page.mouse.move(from.x + by.x / 2, from.y + by.y / 2, { steps: 4 });
    await page.mouse.move(from.x + by.x, from.y + by.y, { steps: 6 });
    await page.mouse.up();
  };
  const stage = (await (await page.$(".overlay"))!.boundingBox())!;
  await pull({ x: stage.x - 5, y: stage.y + 80 }, { x: stage.width / 2 + 40, y: 0 });
  const made = await until(
    () => draft(id),
    ({ layers }) => layers.some((layer) => layer.guide),
  );
  const guide = made.layers.find((layer) => layer.guide)!;
  await page.waitForSelector(`[data-guide=${guide.id}]`);
  const line = (await (await page.$(`[data-guide=${guide.id}]`))!.boundingBox())!;
  const hit = (await (await page.$(".overlay__hit[data-layer=panel]"))!.boundingBox())!;
  // Its left edge comes to lie a little beside the line, which holds it.
  await pull({ x: hit.x + 30, y: hit.y + hit.height / 2 }, { x: line.x + line.width / 2 - hit.x + 3, y: -60 });
  const tied = await until(
    () => draft(id),
    ({ layers }) => layers.some(({ place }) => place.on === guide.id),
  );
  expect(tied.layers.find(({ place }) => place.on === guide.id)!.place).toMatchObject({ at: { x: 0 }, dx: 0 });
  await page.keyboard.press("Escape");
  await pull({ x: line.x + line.width / 2, y: stage.y + 20 }, { x: -stage.width, y: 0 });
  const left = await until(
    () => draft(id),
    ({ layers }) => !layers.some((layer) => layer.guide),
  );
  expect(left.layers.every(({ place }) => place.on !== guide.id)).toBe(true);
  expect(errors).toEqual([]);
  await page.close();
});

test("the papers stand over the bars however narrow the strip is pulled", async () => {
  const { page, errors } = await bench("Narrow", "name-strap");
  await page.waitForSelector(".bar[data-move]");
  const border = (await (await page.$(".pane-border--upright"))!.boundingBox())!;
  await page.mouse.move(border.x + 2, 400);
  await page.mouse.down();
  await page.mouse.move(100, 400, { steps: 4 });
  await page.mouse.up();
  const place = (selector: string) => page.$eval(selector, (e) => [e.getBoundingClientRect().left, e.clientWidth]);
  await until(
    () => place(".strip__lane"),
    ([, width]) => width! < 260,
  );
  expect(await place(".papers")).toEqual(await place(".strip__lane"));
  expect(errors).toEqual([]);
  await page.close();
});

test("figures and names of a form are typed as they are written, and put right when they are left", async () => {
  const { page, errors } = await signedIn(browser, "tomas");
  const { id } = (await beginWithPanel("Typed")).data as { id: string };
  started.push(id);
  const amount = { id: "amount", kind: "number", label: "Amount", min: 2, max: 8, step: 1, default: 4 };
  const drives = [{ layer: "role", property: "place.dx" }];
  const strap = readDesign("name-strap");
  const typedIn = { ...strap, id, name: "Typed", fields: [...strap.fields, { ...amount, drives }] };
  const replaced = await as("tomas", "POST", `/api/designs/${id}/replace`, { revision: 1, document: typedIn });
  expect(replaced.error).toBeUndefined();
  await page.goto(`${base}/bench/${id}`);
  await page.waitForSelector(".overlay__hit");
  await press(page, ".bench__bar .tool", /^Fields/);
  const typed = async (label: string, keys: string) => {
    await page.waitForSelector(".fields-dialog__settings");
    const box = await page.evaluateHandle(
      (name) =>
        [...document.querySelectorAll<HTMLInputElement>(".fields-dialog__settings input")].find(
          (e) => e.ariaLabel === name || e.closest("label")?.textContent?.trim() === name,
        )!,
      label,
    );
    await (box as ElementHandle<HTMLInputElement>).click({ count: 3 });
    await page.keyboard.type(keys);
    await page.keyboard.press("Tab");
    return box.evaluate((e) => (e as HTMLInputElement).value);
  };
  await press(page, ".fields-dialog__pick", /^Amount/);
  expect(await typed("In steps of", "0.5")).toBe("0.5");
  expect(await typed("At least", "-5")).toBe("-5");
  expect(await typed("At most", "12")).toBe("12");
  expect(await typed("At most", "20000")).toBe("10000");
  await press(page, ".fields-dialog__pick", /^Name/);
  expect(await typed("Minimum characters", "20")).toBe("20");
  expect(await typed("Maximum characters", "40")).toBe("40");
  expect(await typed("Maximum characters", "4")).toBe("20");
  await until(
    async () => (await draft(id)).fields,
    (fields) => {
      const name = fields.find((field) => field.id === "name")!;
      const number = fields.find((field) => field.id === "amount")!;
      const wanted = { min: -5, max: 10000, step: 0.5, default: 4 };
      return (
        JSON.stringify({ ...name, ...{ min: 20, max: 20 } }) === JSON.stringify(name) &&
        Object.entries(wanted).every(([key, value]) => (number as unknown as Record<string, unknown>)[key] === value)
      );
    },
  );
  expect(errors).toEqual([]);
  await page.close();
});

test("two at one draft see one another, and what the other holds, until one goes", async () => {
  const { page, id } = await bench("Two at it");
  const other = await signedIn(browser, "odile");
  await other.page.goto(`${base}/bench/${id}`);
  await other.page.waitForSelector("[data-row=panel] .strip__choose");
  await other.page.click("[data-row=panel] .strip__choose");
  await page.bringToFront();
  await page.waitForFunction(() =>
    document.querySelector("[data-also-here]")?.textContent?.includes("Odile Marchbanks (Panel)"),
  );
  await page.waitForSelector(".overlay__theirs");
  await other.page.goto(base);
  await page.bringToFront();
  await page.waitForFunction(() => !document.querySelector("[data-also-here]"));
  expect(other.errors).toEqual([]);
  await other.page.close();
  await page.close();
});
