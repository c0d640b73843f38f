import { mkdtemp, rm, writeFile } from "node:fs/promises";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { afterAll, beforeAll, describe, expect, test } from "@jest/globals";
import type { Browser, ElementHandle, Page } from "puppeteer-core";
import type { Design } from "@/core/document/design";
import type { House } from "@/core/document/house";
import { sampleValues } from "@/core/document/values";
import { prepareScene } from "@/core/scene";
import { readDesign } from "@/demo/designs";
import { house } from "@/demo/house";
import { writeWav } from "@/demo/sounds";
import { synthesiseVoice } from "@/demo/voice";
import { fontBook, loadFace } from "@/render/fonts";
import { as, base, pause, until } from "../support/api";
import { beginWithPanel } from "../support/panel-design";
import { openBrowser, painted, press, signedIn } from "../support/browser";
import { MotionHand, stilled } from "../support/motion";
let browser: Browser;
const started: string[] = [];
beforeAll(async () => {
  browser = await openBrowser();
});
afterAll(async () => {
  await browser?.close();
  for (const id of started) await as("tomas", "POST", `/api/designs/${id}/about`, { archived: true });
});

/** A draft that holds a demo design, changed, open on the bench. */
async function opened(page: Page, name: string, design: Design): Promise<string> {
  const { id } = (await beginWithPanel(name)).data as { id: string };
  started.push(id);
  await as("tomas", "POST", `/api/designs/${id}/replace`, { revision: 1, document: { ...design, id, name } });
  await page.goto(`${base}/bench/${id}`);
  await page.waitForSelector(".overlay__hit");
  await painted(page, 1);
  return id;
}
/** Work goes on in one format, so that the machine paints one; what is compared afterwards is all of them. */
const inWide = (design: Design): Design => ({ ...design, formats: ["wide"] });
const draft = async (id: string) => (await as("tomas", "GET", `/api/designs/${id}`)).data.document as Design;

/** Both designs show the very same picture at every instant that is looked at. */
async function expectSameFrames(built: Design, demo: Design, lengthS: number): Promise<void> {
  for (const format of ["wide", "tall"]) {
    const scene = (design: Design) =>
      prepareScene(
        { design: { ...design, formats: demo.formats }, values: { ...sampleValues(demo), lengthS }, house, format },
        fontBook(),
        loadFace,
      );
    const [ours, theirs] = await Promise.all([scene(built), scene(demo)]);
    expect(ours.table.arriveS).toBeCloseTo(theirs.table.arriveS, 6);
    for (let i = 0; i <= 60; i++) {
      const timeS = (lengthS * i) / 60;
      expect([format, timeS, ours.sample(timeS).key]).toEqual([format, timeS, theirs.sample(timeS).key]);
    }
    // Where most happens in little time.
    for (const timeS of [0.1, 0.2, 0.3, 0.4, 0.5, 0.6]) {
      expect(ours.sample(timeS).key).toBe(theirs.sample(timeS).key);
      expect(ours.sample(lengthS - timeS).key).toBe(theirs.sample(lengthS - timeS).key);
    }
  }
}

/* Designs are brought to life at the inspector alone, keyframes and all, in `ui/bench/motion/to-life.test.tsx`. */
describe("motion on the bench", () => {
  test("speaks a line on the cues that are found in its sound", async () => {
    const { page, errors } = await signedIn(browser, "tomas");
    const demo = readDesign("spoken-line");
    const { sound: _, ...rest } = { ...stilled(demo), cues: [] };
    const id = await opened(page, "Spoken by hand", inWide(rest as Design));
    const hand = new MotionHand(page);
    await hand.take("sentence");
    await page.click("[title='Sound and cues']");
    await page.waitForSelector(".sound");
    await hand.set({ "Sound of the design": "voice" }, ".sound");
    await page.waitForSelector(".waveform__field[aria-busy=false]");
    await press(page, ".found-cues .chip", /^Save 12 cues/);
    await page.waitForFunction(() => document.querySelectorAll(".cue-list li").length === 12);
    // Found within a frame of where they are; nudged to the very instant.
    const found = await page.$$eval(".cue-list .number input", (list) =>
      list.map((e) => Number((e as HTMLInputElement).value)),
    );
    for (const [i, cue] of demo.cues.entries()) {
      expect(Math.abs(found[i]! - cue.at)).toBeLessThanOrEqual(0.02);
      if (found[i] !== cue.at) await hand.set({ [`When Sound ${i + 1} is`]: String(cue.at) }, ".cue-list");
    }
    await press(page, "[aria-label='Spoken line'] .chip", /^Put its words/);
    await page.waitForSelector(".spoken-words select");
    expect(await page.$$eval(".spoken-words .is-stressed", (list) => list.map((e) => e.textContent))).toEqual([
      "moths",
      "bees",
    ]);
    await page.click("[role=dialog] .paper-dialog__close");
    await page.waitForFunction(() => !document.querySelector("[role=dialog]"));
    await hand.addMove("leave", "strew");
    const leave = demo.layers.find((layer) => layer.id === "sentence")!.moves.find(({ phase }) => phase === "leave")!;
    await hand.say("sentence-strew", leave, (other) => other);
    await hand.take("dusk");
    for (const move of demo.layers.find((layer) => layer.id === "dusk")!.moves) {
      await hand.addMove(move.phase, "fade");
      await hand.say(move.phase === "arrive" ? "dusk-fade" : "dusk-fade-2", move, (other) => other);
    }
    await hand.saved();
    const built = await draft(id);
    expect(built.sound).toMatchObject({ sound: "voice" });
    await expectSameFrames(built, demo, 7);
    expect(errors).toEqual([]);
  });

  test("takes a sound and a caption file from the disk, and lets both go again", async () => {
    const { page, errors } = await signedIn(browser, "tomas");
    const id = await opened(page, "From the disk", inWide(readDesign("caption-lines")));
    const folder = await mkdtemp(join(tmpdir(), "rubrick-sound-"));
    const house = async () => (await as("odile", "GET", "/api/house")).data as { revision: number; document: House };
    const before = (await house()).document.sounds;
    try {
      await writeFile(join(folder, "drip.wav"), writeWav(synthesiseVoice([0.2, 0.9], 1.6, 8000), 8000));
      await writeFile(
        join(folder, "talk.vtt"),
        "WEBVTT\n\n00:00.500 --> 00:01.200\nFerns drink\n\n00:01.400 --> 00:02.000\nat night\n",
      );
      await page.click("[title='Sound and cues']");
      const [sound, captions] = await Promise.all([
        page.waitForSelector(".sound input[accept*=audio]"),
        page.waitForSelector(".sound input[accept*=vtt]"),
      ]);
      await (sound as ElementHandle<HTMLInputElement>).uploadFile(join(folder, "drip.wav"));
      await page.waitForSelector(".waveform__field[aria-busy=false]");
      await (captions as ElementHandle<HTMLInputElement>).uploadFile(join(folder, "talk.vtt"));
      const held = await until(
        () => draft(id),
        ({ sound, cues }) => sound !== undefined && cues.some(({ name }) => name === "at night"),
      );
      expect(held.cues.filter(({ id }) => id.startsWith("caption-")).map(({ at }) => at)).toEqual([0.5, 1.4]);
      expect((await house()).document.sounds.map((entry) => entry.id)).toContain(held.sound!.sound);
      const keep = ".found-cues button.chip:not(:disabled)";
      const count = Number(/\d+/.exec(await page.$eval(keep, (e) => e.textContent!))![0]);
      expect(count).toBeGreaterThan(1);
      await page.click(keep);
      await until(
        () => draft(id),
        ({ cues }) => cues.filter((cue) => cue.id.startsWith("sound-")).length === count,
      );
      await new MotionHand(page).set({ "Sound of the design": "" }, ".sound");
      await until(
        () => draft(id),
        ({ sound }) => sound === undefined,
      );
    } finally {
      const { revision } = await house();
      const patches = [{ op: "replace", path: ["sounds"], value: before }];
      await as("odile", "POST", "/api/house/patches", { revision, patches });
      await rm(folder, { recursive: true, force: true });
    }
    expect(errors).toEqual([]);
  });
});

/** Frames a second of a design that says nothing else; an arrow steps by one. */
const fps = 25;

/** What the large stage shows at an instant, as a picture. */
async function shownAt(page: Page, timeS: number): Promise<string> {
  await page.focus(".papers__slider");
  const now = Number(await page.$eval(".papers__slider", (e) => e.getAttribute("aria-valuenow")));
  const frames = Math.round(timeS * fps) - Math.round(now * fps);
  for (let i = 0; i < Math.abs(frames);) {
    const ten = Math.abs(frames) - i >= 10;
    if (ten) await page.keyboard.down("Shift");
    await page.keyboard.press(frames < 0 ? "ArrowLeft" : "ArrowRight");
    if (ten) await page.keyboard.up("Shift");
    i += ten ? 10 : 1;
  }
  await pause(900);
  return page.$eval(".bench-stage__large canvas", (e) => (e as HTMLCanvasElement).toDataURL());
}

describe("time on the bench", () => {
  test("keeps arrive and leave when the clip becomes twenty times as long", async () => {
    const { page, errors } = await signedIn(browser, "tomas");
    const demo = readDesign("name-strap");
    const id = await opened(page, "Any length", { ...inWide(demo), length: { default: 3, min: 1, max: 60 } });
    const hand = new MotionHand(page);
    await page.waitForFunction(() => document.querySelector(".papers__slider")?.getAttribute("aria-valuemax") === "3");
    const facts = () => page.$$eval(".papers small", (list) => list.map((e) => e.textContent));
    const early = await shownAt(page, 0.32);
    const late = await shownAt(page, 2.68);
    const before = await facts();
    await hand.set({ "Test length of the clip": "60" }, ".strip");
    await page.waitForFunction(() => document.querySelector(".papers__slider")?.getAttribute("aria-valuemax") === "60");
    const after = await facts();
    expect([after[0], after[2]]).toEqual([before[0], before[2]]);
    expect(after[1]).not.toBe(before[1]);
    expect(await shownAt(page, 0.32)).toBe(early);
    // From the end: the needle is put there by the ruler, then counted back.
    const ruler = (await (await page.$(".papers"))!.boundingBox())!;
    await page.mouse.click(ruler.x + ruler.width - 2, ruler.y + 8);
    expect(await shownAt(page, 59.68)).toBe(late);
    // Nothing of that was written into the design.
    expect((await draft(id)).length.default).toBe(3);
    expect(errors).toEqual([]);
  });

  test("moves bars by mouse and keys: later, longer, in even steps, tied to another, and all of it undone", async () => {
    const { page, errors } = await signedIn(browser, "tomas");
    const id = await opened(page, "Bars", inWide(readDesign("name-strap")));
    const before = await draft(id);
    const move = async (name: string) =>
      (await draft(id)).layers.flatMap(({ moves }) => moves).find((m) => m.id === name)!;
    const bar = async (name: string) => (await (await page.$(`.bar[data-move="${name}"]`))!.boundingBox())!;
    const startOf = (name: string) =>
      page.$eval(`.bar[data-move="${name}"]`, (e) => Number((e as HTMLElement).dataset.start));
    const pull = async (from: { x: number; y: number }, to: { x: number; y: number }) => {
      await page.mouse.move(from.x, from.y);
      await page.mouse.down();
      await page.mouse.move(from.x + (to.x - from.x) / 2, to.y, { steps: 3 });
      await page.mouse.move(to.x, to.y, { steps: 3 });
      await page.mouse.up();
    };
    const layerOf = new Map(before.layers.flatMap((layer) => layer.moves.map((m) => [layer.id, m] as const)));
    const panel = layerOf.get("name-panel")!;
    const box = await bar(panel.id);
    const middle = { x: box.x + box.width / 2, y: box.y + box.height / 2 };
    await pull(middle, { x: middle.x + 60, y: middle.y });
    // On a slow machine a pull is saved while it goes on, too: what counts is where it ends.
    await page.waitForSelector("[data-save=saved]");
    const later = await until(
      () => move(panel.id),
      ({ start }) => start.gap > panel.start.gap,
    );
    expect(later.length).toBe(panel.length);
    const now = await bar(panel.id);
    await pull({ x: now.x + now.width - 2, y: middle.y }, { x: now.x + now.width + 50, y: middle.y });
    const longer = await until(
      () => move(panel.id),
      ({ length }) => length! > panel.length!,
    );
    expect(longer.start).toEqual(later.start);
    await page.focus(`.bar[data-move="${panel.id}"]`);
    await page.keyboard.press("ArrowLeft");
    await until(
      () => move(panel.id),
      ({ start }) => start.gap < later.start.gap,
    );

    // The knob of the chosen bar, let go straight above over the second half of another one: it waits for that to settle.
    const role = layerOf.get("role-panel")!;
    await page.click(`.bar[data-move="${role.id}"]`);
    const knobNow = async () =>
      (await (await page.waitForSelector(`.bar[data-move="${role.id}"] .bar__knob`))!.boundingBox())!;
    // Bars go where they belong when what was changed before has been prepared: then they tell the draft's own times.
    const { to, gap } = (await move(panel.id)).start;
    await until(
      async () => (await startOf(panel.id)) - (await startOf(to)) - gap,
      (off) => Math.abs(off) < 1e-3,
    );
    const knob = await knobNow();
    const target = await bar(layerOf.get("mark")!.id);
    const grip = { x: knob.x + 6, y: knob.y + 6 };
    const above = Math.min(grip.x, target.x + target.width - 2);
    expect(above).toBeGreaterThan(target.x + target.width / 2);
    await pull(grip, { x: above, y: target.y + target.height / 2 });
    const tied = await until(
      () => move(role.id),
      ({ start }) => start.edge === "settle",
    );
    expect(tied.start.to).toBe(layerOf.get("mark")!.id);

    // Several chosen, the last pulled: the first stays, those between follow in even steps.
    const chosen = ["mark", "name-panel", "role"].map((layer) => layerOf.get(layer)!.id);
    for (const [i, name] of chosen.entries()) {
      if (i > 0) await page.keyboard.down("Shift");
      await page.click(`.bar[data-move="${name}"]`);
      if (i > 0) await page.keyboard.up("Shift");
    }
    const order: { name: string; at: number }[] = [];
    for (const name of chosen) order.push({ name, at: await startOf(name) });
    order.sort((a, b) => a.at - b.at);
    const last = await bar(order[2]!.name);
    await pull(
      { x: last.x + last.width / 2, y: last.y + last.height / 2 },
      { x: last.x + last.width / 2 + 70, y: last.y + last.height / 2 },
    );
    const steps = await until(
      async () => Promise.all(order.map(({ name }) => startOf(name))),
      ([first, , third]) => third! - first! > order[2]!.at - order[0]!.at + 0.02,
    );
    expect(steps[0]).toBeCloseTo(order[0]!.at, 6);
    expect(steps[1]! - steps[0]!).toBeCloseTo(steps[2]! - steps[1]!, 2);

    // Its leave of its own looks as the mirrored one did.
    await page.click("[data-row=mark] .echo");
    await until(
      () => draft(id),
      ({ layers }) => layers.find((l) => l.id === "mark")!.moves.some((m) => m.phase === "leave"),
    );

    for (let i = 0; i < 16; i++) {
      await page.keyboard.down("Control");
      await page.keyboard.press("z");
      await page.keyboard.up("Control");
    }
    const back = await until(
      () => draft(id),
      (d) => JSON.stringify(d) === JSON.stringify(before),
    );
    expect(back).toEqual(before);
    expect(errors).toEqual([]);
  });

  test("keys and cues go as far as the hand that pulls them, and a press alone leaves them where they are", async () => {
    const { page, errors } = await signedIn(browser, "tomas");
    const demo = readDesign("name-strap");
    const turning = {
      property: "turn",
      keys: [
        { at: { anchor: "start" as const, gap: 0.3 }, value: 0, hold: false },
        { at: { anchor: "stay" as const, share: 0.5, gap: 0 }, value: 20, hold: false },
      ],
    };
    const layers = demo.layers.map((layer) => (layer.id === "mark" ? { ...layer, keys: [turning] } : layer));
    const cues = [{ id: "word", name: "Word", at: 0.4 }];
    const id = await opened(page, "Pulled", inWide({ ...demo, layers, cues }));
    const before = await draft(id);
    const held = [".tick-key", ".papers__cue"];
    const pull = async (selector: string, ways: readonly number[]) => {
      const box = (await (await page.waitForSelector(selector))!.boundingBox())!;
      // Taken at its edge: it must not jump to the pointer.
      const from = { x: box.x + 1, y: box.y + box.height / 2 };
      await page.mouse.move(from.x, from.y);
      await page.mouse.down();
      for (const way of ways) await page.mouse.move(from.x + way, from.y, { steps: 6 });
      await page.mouse.up();
    };
    for (const selector of held) await pull(selector, [2, 1]);
    expect(await page.$eval("[data-save]", (e) => (e as HTMLElement).dataset.save)).toBe("saved");
    expect(await draft(id)).toEqual(before);
    const pxPerS = await page.$eval(".bar[data-move=mark-in]", (e) => {
      const { start, end } = (e as HTMLElement).dataset;
      return e.getBoundingClientRect().width / (Number(end) - Number(start));
    });
    // There, back and on: pulled from where it was taken, however late it is drawn.
    for (const selector of held) await pull(selector, [50, -20, 30]);
    const places = ({ layers, cues }: Design) => {
      const { at } = layers.find((layer) => layer.id === "mark")!.keys[0]!.keys[0]!;
      return [at.gap, cues[0]!.at] as const;
    };
    const wanted = [0.3 + 30 / pxPerS, 0.4 + 30 / pxPerS] as const;
    await until(
      async () => places(await draft(id)),
      (seen) => seen.every((at, i) => Math.abs(at - wanted[i]!) < 0.011),
    );
    expect(errors).toEqual([]);
  });

  test("tries a motion for everything on the stage, takes it in one step, and takes it back in one", async () => {
    const { page, errors } = await signedIn(browser, "tomas");
    const id = await opened(page, "Set of moves", inWide(stilled(readDesign("name-strap"))));
    await page.keyboard.press("Escape");
    await page.waitForSelector(".motion-sets button");
    await page.hover(".motion-sets button");
    await page.waitForFunction(
      () => document.querySelector(".strip .transport__play")?.getAttribute("aria-label") === "Pause",
    );
    expect((await draft(id)).layers.every(({ moves }) => moves.length === 0)).toBe(true);
    await press(page, ".motion-sets button", /^Unfold/);
    const moving = await until(
      () => draft(id),
      ({ layers }) => layers.every(({ moves }) => moves.length > 0),
    );
    expect(moving.layers.find((layer) => layer.id === "name")!.moves[0]).toMatchObject({
      kind: "rise",
      behind: "name-panel",
    });
    await page.keyboard.down("Control");
    await page.keyboard.press("z");
    await page.keyboard.up("Control");
    await until(
      () => draft(id),
      ({ layers }) => layers.every(({ moves }) => moves.length === 0),
    );
    expect(errors).toEqual([]);
  });

  test("keeps a move under a name, puts it on other layers of another design, and changes it everywhere", async () => {
    const { page, errors } = await signedIn(browser, "tomas");
    const hand = new MotionHand(page);
    const first = await opened(page, "Keeps a move", stilled(readDesign("name-strap")));
    await hand.take("mark");
    await hand.addMove("arrive", "swing");
    await press(page, "[data-move-sentence=mark-swing] .say__tools button", /Save this move/);
    await page.waitForSelector(".keep input");
    await page.$eval(".keep input", (e) => (e as HTMLInputElement).select());
    await page.type(".keep input", "Swing in");
    await press(page, ".keep .chip", "Save");
    const kept = await until(
      () => draft(first),
      ({ layers }) => layers.find((l) => l.id === "mark")!.moves[0]?.saved !== undefined,
    );
    const saved = kept.layers.find((l) => l.id === "mark")!.moves[0]!.saved!;

    const second = await opened(page, "Wears a move", stilled(readDesign("handle-pop-up")));
    await hand.take("mark");
    await page.click("[data-add-move=arrive]");
    await page.waitForSelector(`[data-saved="${saved}"]`);
    await page.click(`[data-saved="${saved}"]`);
    await until(
      () => draft(second),
      ({ layers }) => layers.some(({ moves }) => moves.some((m) => m.saved === saved)),
    );

    await page.goto(`${base}/bench/${first}`);
    await page.waitForSelector(".overlay__hit");
    await hand.take("mark");
    await hand.set({ "Length of the move": "1.7" }, "[data-move-sentence=mark-swing]");
    await press(page, "[data-move-sentence=mark-swing] .say__tools button", /Save this move/);
    await page.waitForSelector(".keep .leaf__list");
    await press(page, ".keep .chip", /everywhere/);
    const changed = await until(
      () => draft(second),
      ({ layers }) => layers.some(({ moves }) => moves[0]?.length === 1.7),
    );
    expect(changed.layers.flatMap(({ moves }) => moves).filter((m) => m.saved === saved)).toHaveLength(1);

    await page.goto(`${base}/moves`);
    await page.waitForSelector(".moves__plate");
    const plates = await page.$$(".moves__plate");
    const names = await page.$$eval(".moves__name", (list) => list.map((e) => (e as HTMLInputElement).value));
    const plate = plates[names.indexOf("Swing in")]!;
    expect(await plate.evaluate((e) => e.textContent)).toContain("Wears a move");
    await (await plate.$(".small-button"))!.click();
    await (await plate.waitForSelector(".moves__sure .chip"))!.click();
    await page.waitForFunction((count) => document.querySelectorAll(".moves__plate").length < count, {}, plates.length);
    expect(errors).toEqual([]);
  });
});
