import { afterAll, beforeAll, describe, expect, test } from "@jest/globals";
import type { Browser, Page } from "puppeteer-core";
import type { Design } from "@/core/document/design";
import type { Values } from "@/core/document/values";
import { readDesign } from "@/demo/designs";
import { house } from "@/demo/house";
import { makeFrame } from "@/render/still";
import { as, base, pause, readExport, until } from "../support/api";
import { BenchHand } from "../support/bench";
import { openBrowser, painted, press, signedIn } from "../support/browser";
let browser: Browser;
beforeAll(async () => {
  browser = await openBrowser();
});
afterAll(() => browser?.close());

const formats = ["wide", "square", "portrait", "tall"];
const noPicture = async () => Promise.reject(new Error("no pictures here"));

/** The pixels of both designs at rest, in all formats, side by side. */
async function expectSamePixels(built: Design, demo: Design, values: { built: Values; demo: Values }): Promise<void> {
  for (const format of formats) {
    const frame = (design: Design, filled: Values) =>
      makeFrame({ scene: { design, values: filled, house, format }, loadPicture: noPicture });
    const [ours, theirs] = await Promise.all([frame(built, values.built), frame(demo, values.demo)]);
    expect([format, ours.equals(theirs)]).toEqual([format, true]);
  }
}

/** Publishes what is on the bench and gives the release's id. */
async function publish(hand: BenchHand): Promise<string> {
  await hand.saved();
  await press(hand.page, ".bench__bar .btn-primary", /^Publish/);
  await hand.page.waitForSelector(".modal-footer .btn-primary:not(:disabled)");
  await press(hand.page, ".modal-footer .btn-primary", "Publish");
  const link = await hand.page.waitForSelector("[role=dialog] a[href^='/fill/']");
  return (await link!.evaluate((e) => e.getAttribute("href")!)).slice(6);
}

async function fieldSettings(page: Page, field: string, work: (settings: string) => Promise<void>): Promise<void> {
  await press(page, ".bench__bar .tool", /^Fields/);
  await press(page, ".fields-dialog__pick", new RegExp(`^${field}`));
  await work(".fields-dialog__settings");
  await page.click("[role=dialog] .paper-dialog__close");
  await page.waitForFunction(() => !document.querySelector("[role=dialog]"));
}

describe("the bench", () => {
  test("builds the name strap from a blank design, and a contributor exports it with the same pixels", async () => {
    const { page, errors } = await signedIn(browser, "tomas");
    const hand = new BenchHand(page);
    await hand.startDesign("Strap by hand");
    await press(page, ".strip__choose", "Panel");
    await hand.rename("Role panel");
    await hand.add("Text", "Role");
    await hand.add("Panel", "Name panel");
    await hand.add("Text", "Name");
    await hand.add("Picture", "Mark");

    await hand.choose("Name");
    await hand.letFill("text", "New field: a line of text");
    await hand.set({
      "Type style": "Name",
      "Max width: how": "share",
      "Max width: share of": "the title-safe area",
      "Max width: share": "62",
      "Max width: plus": "-9",
      "Min size": "3.4",
      "Anchored to": "the title-safe area",
      "Anchor point of this layer: bottom left": true,
      "Point of the title-safe area: bottom left": true,
      Right: "10.2",
      Down: "-8.2",
    });
    await hand.colour("fill.colour", { pair: "Name panel" });
    await hand.press("Mask with …");
    await hand.set({ "By which layer": "Name panel" });

    await hand.choose("Name panel");
    await hand.set({ "Width: how": "around", "Height: how": "around" });
    for (const axis of ["width", "height"]) await aroundOnly(hand, axis, "Name");
    await hand.set({
      "Width: padding before": "5.6",
      "Width: padding after": "3.4",
      "Height: padding before": "2",
      "Height: padding after": "2",
      "Width: at least: how": "in u",
    });
    await hand.set({ "Width: at least": "24", "Top right": "4" });
    await page.$eval(".corners__one:nth-child(2) .segments label:last-child", (e) => (e as HTMLElement).click());

    await hand.choose("Role");
    await hand.letFill("text", "New field: a line of text");
    await hand.set({
      "Type style": "Role",
      "Max width: how": "share",
      "Max width: share of": "the title-safe area",
      "Max width: share": "62",
      "Max width: plus": "-9",
      "Min size": "2.2",
      "Anchored to": "Name panel",
      "Anchor point of this layer: top left": true,
      "Point of Name panel: bottom left": true,
      Right: "5.6",
      Down: "1.35",
    });
    await hand.colour("fill.colour", { pair: "Role panel" });
    await hand.press("Mask with …");
    await hand.set({ "By which layer": "Role panel", Visible: "while “Role” is filled" });

    await hand.choose("Role panel");
    await hand.set({ "Width: how": "around", "Height: how": "around" });
    for (const axis of ["width", "height"]) await aroundOnly(hand, axis, "Role");
    await hand.set({
      "Width: padding before": "2.4",
      "Width: padding after": "1.8",
      "Height: padding before": "1.75",
      "Height: padding after": "1.35",
      "Top right": "0.5",
      "Bottom right": "1/2",
      Visible: "while “Role” is filled",
    });
    await hand.colour("fill.colour", { house: "Pollen" });
    await hand.letFill("fill.colour", "New field: a choice of colours");

    await hand.choose("Mark");
    await hand.set({
      Width: "9.6",
      "Anchored to": "Name panel",
      "Anchor point of this layer: middle": true,
      "Point of Name panel: left": true,
      Right: "0",
    });
    await hand.letFill("media", "New field: a choice of marks");

    // What single formats have of their own.
    const own: Readonly<Record<string, Readonly<Record<string, Readonly<Record<string, string>>>>>> = {
      Square: {
        Name: {
          Size: "5.2",
          "Max lines": "2",
          Right: "11",
          Down: "-8.8",
          "Max width: share": "100",
          "Max width: plus": "-15.2",
        },
        "Name panel": { "Width: padding before": "6.2" },
        Role: { Size: "2.9", Right: "6.2", "Max width: share": "100", "Max width: plus": "-11" },
        Mark: { Width: "10.2" },
      },
      Portrait: {
        Name: {
          Size: "5.6",
          "Max lines": "2",
          Right: "11.6",
          Down: "-13",
          "Max width: share": "100",
          "Max width: plus": "-15.6",
        },
        "Name panel": { "Width: padding before": "6.6" },
        Role: { Size: "3.1", Right: "6.6", "Max width: share": "100", "Max width: plus": "-11.6" },
        Mark: { Width: "10.8" },
      },
      Tall: {
        Name: {
          Size: "6.2",
          "Max lines": "2",
          Right: "12.8",
          Down: "-42",
          "Max width: share": "100",
          "Max width: plus": "-17",
        },
        "Name panel": {
          "Width: padding before": "7.4",
          "Width: padding after": "4",
          "Height: padding before": "2.4",
          "Height: padding after": "2.4",
        },
        Role: { Size: "3.5", Right: "7.4", Down: "1.55", "Max width: share": "100", "Max width: plus": "-13" },
        "Role panel": { "Height: padding before": "1.95", "Height: padding after": "1.6" },
        Mark: { Width: "12.4" },
      },
    };
    for (const [format, layers] of Object.entries(own)) {
      await hand.choose("Name");
      await hand.show(format, true);
      for (const [layer, values] of Object.entries(layers)) {
        await hand.choose(layer);
        await hand.set(values);
      }
    }
    await page.keyboard.press("Escape");
    await hand.segment("Mirrors with", "Name");
    await fieldSettings(page, "Role", async (settings) => {
      await press(page, `${settings} .tick`, "Must be filled in");
    });

    const release = await publish(hand);
    const built = (await as("ines", "GET", `/api/releases/${release}`)).data.document as Design;
    const values = { fields: { name: "Ngozi Fairweather-Castellanos", role: "Head of the fern house" } };
    await expectSamePixels(built, readDesign("name-strap"), { built: values, demo: values });
    const arabic = { fields: { name: "ليلى حداد", role: "" } };
    await expectSamePixels(built, readDesign("name-strap"), { built: arabic, demo: arabic });
    expect(errors).toEqual([]);

    // The contributor fills it in and holds a proved clip.
    const other = await browser.createBrowserContext();
    const { page: desk } = await signedIn({ newPage: () => other.newPage() } as Browser, "ines");
    await desk.goto(`${base}/fill/${release}`);
    await desk.waitForSelector(".field[data-field=name] input");
    await desk.type(".field[data-field=name] input", values.fields.name);
    await desk.type(".field[data-field=role] input", values.fields.role);
    await painted(desk, 4);
    await press(desk, ".btn-primary", /^Export/);
    await desk.waitForSelector(".export-panel .notice-note a");
    const [job] = (await as("ines", "GET", "/api/exports")).data.exports as { id: string; design: string }[];
    expect(job!.design).toBe("Strap by hand");
    const done = await until(
      () => readExport(job!.id),
      ({ state }) => state === "done",
    );
    expect(done.proof.passed).toBe(true);
    await other.close();
  });

  test("builds the handle pop-up, with its tie by arithmetic in tall, to the same pixels", async () => {
    const { page, errors } = await signedIn(browser, "tomas");
    const hand = new BenchHand(page);
    await hand.startDesign("Pop-up by hand");
    await press(page, ".strip__choose", "Panel");
    await hand.rename("Tail");
    await hand.add("Panel", "Bar");
    await hand.add("Text", "Network");
    await hand.add("Text", "Handle");
    await hand.add("Disc", "Ring");
    await hand.add("Disc", "Disc");
    await hand.add("Picture", "Mark");

    await hand.choose("Handle");
    await hand.letFill("text", "New field: an account");
    await hand.set({
      "Type style": "Handle",
      Size: "3.8",
      "Max width: how": "share",
      "Max width: share of": "the clear area",
      "Max width: share": "62",
      "Max width: plus": "-12",
      "Min size": "2.4",
      "Anchored to": "Disc",
      "Anchor point of this layer: left": true,
      "Point of Disc: right": true,
      Right: "2.6",
      Down: "1.75",
    });
    await hand.colour("fill.colour", { house: "Night" });
    await hand.press("Mask with …");
    await hand.set({ "By which layer": "Bar" });

    await hand.choose("Network");
    await hand.letFill("text", "The field “Account”");
    await hand.set({
      "Type style": "Label",
      "Anchored to": "Handle",
      "Anchor point of this layer: bottom left": true,
      "Point of Handle: top left": true,
      Right: "0",
      Down: "-1.35",
    });
    await hand.colour("fill.colour", { house: "Moss" });
    await hand.press("Mask with …");
    await hand.set({ "By which layer": "Bar" });

    for (const [layer, after] of [
      ["Tail", "4.6"],
      ["Bar", "3.2"],
    ] as const) {
      await hand.choose(layer);
      await hand.set({ "Width: how": "around", "Height: how": "around" });
      await aroundOnly(hand, "width", "Handle");
      await aroundOnly(hand, "height", "Network", "Handle");
      await hand.set({
        "Width: padding before": "9.4",
        "Width: padding after": after,
        "Height: padding before": "2.5",
        "Height: padding after": "2.3",
        "Top right": "9",
        "Bottom right": "9",
      });
    }
    await hand.colour("fill.colour", { house: "Paper" });
    await hand.press("Shadow");
    await hand.colour("shadow.colour", { own: "#0e182240" });
    await page.waitForSelector('[data-property="shadow.dy"]');
    await setIn(page, "shadow.dy", "0.35");
    await setIn(page, "shadow.softness", "1.4");
    await hand.choose("Tail");
    await hand.letFill("fill.colour", "The field “Account”");

    await hand.choose("Disc");
    await hand.set({
      Width: "11.6",
      "Height: how": "by the other side",
      "Height divided by the other side": "1",
      "Stays a circle": true,
      "Anchored to": "the title-safe area",
      "Anchor point of this layer: bottom left": true,
      "Point of the title-safe area: bottom left": true,
      Right: "1.1",
      Down: "-1.4",
    });
    await hand.letFill("fill.colour", "The field “Account”");

    await hand.choose("Ring");
    await hand.set({ "Width: how": "around", "Height: how": "around", "Stays a circle": true });
    for (const axis of ["width", "height"]) await aroundOnly(hand, axis, "Disc");
    await hand.set({
      "Width: padding before": "1.1",
      "Width: padding after": "1.1",
      "Height: padding before": "1.1",
      "Height: padding after": "1.1",
    });
    await hand.colour("fill.colour", { house: "Paper" });
    await hand.press("Stroke");
    await setIn(page, "stroke.width", "0.55");
    await hand.colour("stroke.fill.colour", { same: "Disc" });

    await hand.choose("Mark");
    await hand.set({
      "Width: how": "share",
      "Width: share of": "Disc",
      "Width: share": "62",
      "Anchored to": "Disc",
      "Anchor point of this layer: middle": true,
      "Point of Disc: middle": true,
    });
    await hand.letFill("media", "The field “Account”");

    for (const [format, size, disc] of [
      ["Square", "4.2", undefined],
      ["Portrait", "4.4", "12.6"],
      ["Tall", "4.8", "13.6"],
    ] as const) {
      await hand.choose("Handle");
      await hand.show(format, true);
      await hand.set({ Size: size, "Max width: share": "100", "Max width: plus": "-20" });
      if (!disc) continue;
      await hand.choose("Disc");
      await hand.set({ Width: disc });
    }
    await hand.set({
      "Anchored to": "the clear area",
      "Anchor point of this layer: bottom": true,
      "Point of the clear area: bottom": true,
      Right: "0",
      Down: "-5",
    });
    await hand.press("By formula");
    await hand.set({ "a: of what": "Bar", "a: which measure": "width", Formula: "0 - a / 2 + 0.8" });
    await page.keyboard.press("Escape");
    await hand.segment("Mirrors with", "Handle");
    await fieldSettings(page, "Account", async (settings) => {
      const list = (await page.$$(`${settings} li`))[1]!;
      await (await list.$("select"))!.select("network");
    });

    const release = await publish(hand);
    const built = (await as("ines", "GET", `/api/releases/${release}`)).data.document as Design;
    for (const account of ["murmur", "lantern"]) {
      const values = { fields: { account } };
      await expectSamePixels(built, readDesign("handle-pop-up"), { built: values, demo: values });
    }
    expect(errors).toEqual([]);
  });
});

/** Fits an axis around exactly these layers. */
async function aroundOnly(hand: BenchHand, axis: string, ...names: string[]): Promise<void> {
  const what = axis === "width" ? "Width" : "Height";
  const list = `.bench__page [aria-label="${what}: around what else"]`;
  for (const name of names) {
    const known = await hand.page.$eval(list, (e) =>
      [...e.parentElement!.querySelectorAll(".chip")].map((c) => c.textContent!.replace(" ×", "")),
    );
    if (!known.includes(name)) await hand.set({ [`${what}: around what else`]: name });
  }
  const chips = await hand.page.$$(`.bench__page .chips:has(> [aria-label="${what}: around what else"]) > .chip`);
  for (const chip of chips) {
    const name = (await chip.evaluate((e) => e.textContent!)).replace(" ×", "");
    if (!names.includes(name)) await chip.click();
  }
}

/** Types into the number of a row whose label stands in several places. */
async function setIn(page: Page, property: string, value: string): Promise<void> {
  const input = `.row-of[data-property="${property}"] input`;
  await page.waitForSelector(input);
  await page.$eval(input, (e) => {
    e.scrollIntoView({ block: "center" });
    (e as HTMLInputElement).focus();
    (e as HTMLInputElement).select();
  });
  await page.keyboard.type(value);
  await page.keyboard.press("Enter");
  await pause(10);
}
