import { mkdtempSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { createCanvas } from "@napi-rs/canvas";
import { afterAll, beforeAll, expect, test } from "@jest/globals";
import { BlobWriter, TextReader, Uint8ArrayReader, ZipWriter } from "@zip.js/zip.js";
import type { Browser, ElementHandle, Page } from "puppeteer-core";
import { readDesign } from "@/demo/designs";
import { as, base, pause, until } from "../support/api";
import { beginWithPanel } from "../support/panel-design";
import { openBrowser, press, signedIn } from "../support/browser";

/* The colleagues' desk by mouse and keyboard: a table with pictures, findings mended, rows looked at side by side, moved on. */

let browser: Browser;
let page: Page;
let errors: string[];
const folder = mkdtempSync(join(tmpdir(), "rubrick-desk-"));
const begun: string[] = [];
beforeAll(async () => {
  browser = await openBrowser();
  ({ page, errors } = await signedIn(browser, "ines"));
});
afterAll(async () => {
  for (const id of begun) await as("ines", "POST", `/api/sheets/${id}/about`, { removed: true });
  await browser.close();
});

/** What is found is kept by what a row says: each run says something of its own. */
const own = Date.now().toString(36);
const rowId = () =>
  [...crypto.getRandomValues(new Uint8Array(10))].map((b) => b.toString(16).padStart(2, "0")).join("");
const newest = async (designId: string) =>
  (await as("ines", "GET", "/api/releases")).data.releases.find(
    (one: { designId: string }) => one.designId === designId,
  );

interface Row {
  readonly id: string;
  readonly state: string;
  readonly release: string | null;
  readonly cells: Record<string, unknown>;
  readonly accepted: { check: string; reason: string }[];
  readonly found: { id: string; facts: { code: string } }[] | null;
}
const view = async (id: string) => (await as("ines", "GET", `/api/sheets/${id}`)).data;
const rowsOf = async (id: string): Promise<Row[]> => (await view(id)).rows;

/** A sheet of a release with rows, open in the browser. */
async function opened(releaseId: string, cells: readonly object[]): Promise<string> {
  const { id } = (await as("ines", "POST", "/api/sheets", { releaseId, name: "Desk" })).data;
  begun.push(id);
  let after: string | undefined;
  const add = cells.map((own) => {
    const row = { id: rowId(), cells: own, ...(after !== undefined && { after }) };
    after = row.id;
    return row;
  });
  await as("ines", "POST", `/api/sheets/${id}/changes`, { add });
  await page.goto(`${base}/sheets/${id}`);
  await page.waitForSelector(".dsg-container");
  return id;
}

/** Puts files into a box as they would be dropped or chosen. */
async function give(selector: string, ...files: string[]): Promise<void> {
  const input = (await page.waitForSelector(selector)) as ElementHandle<HTMLInputElement>;
  await input.uploadFile(...files);
}

/** A picture with something of its own in it, so that each is another file. */
const picture = (hue: number): Uint8Array => {
  const canvas = createCanvas(1400, 1400);
  const context = canvas.getContext("2d");
  context.fillStyle = `hsl(${hue}, 55%, 45%)`;
  context.fillRect(0, 0, 1400, 1400);
  context.fillStyle = `hsl(${hue + 120}, 60%, 65%)`;
  context.fillRect(200 + hue, 300, 500, 500);
  return canvas.toBuffer("image/png");
};

test("a table is taken in with a zip of pictures beside it, which find their cells by name", async () => {
  const names = ["Glass House", "night lamp.PNG", "seeds", "missing-one"];
  const table = ["Title,Date,Picture", ...names.map((name, i) => `Bloom ${i + 1},Week ${i + 1},${name}`)].join("\n");
  writeFileSync(join(folder, "blooms.csv"), table);
  const zip = new ZipWriter(new BlobWriter("application/zip"));
  await zip.add("pictures/glass house.png", new Uint8ArrayReader(picture(10)));
  await zip.add("pictures/Night Lamp.png", new Uint8ArrayReader(picture(60)));
  await zip.add("SEEDS.png", new Uint8ArrayReader(picture(140)));
  await zip.add("left-over.png", new Uint8ArrayReader(picture(200)));
  await zip.add("__MACOSX/._seeds.png", new TextReader("beside"));
  writeFileSync(join(folder, "pictures.zip"), Buffer.from(await (await zip.close()).arrayBuffer()));
  const id = await opened((await newest("bloom-card")).id, []);
  await press(page, ".sheet__bar button", /^Import/);
  await give(".sheet-drop input", join(folder, "blooms.csv"), join(folder, "pictures.zip"));
  await page.waitForSelector(".sheet-match");
  await press(page, ".modal-footer button", "Import 4 rows");
  // What was dropped beside the table is offered at once.
  await page.waitForFunction(() => document.querySelector("[role=dialog] h2")?.textContent === "Upload pictures");
  const said = await page.$$eval("[role=dialog] tr", (rows) => rows.map((row) => row.textContent));
  expect(said.find((line) => line!.includes("found by their names"))).toMatch(/^3 .*Row 2, Picture: night lamp\.PNG/);
  expect(said.find((line) => line!.includes("named by a cell"))).toMatch(/^1 .*Row 4, Picture: missing-one/);
  expect(said.find((line) => line!.includes("no cell names"))).toMatch(/^1 .*left-over\.png/);
  await press(page, ".modal-footer button", "Upload 3 pictures");
  const kinds = (rows: Row[]) => rows.map(({ cells }) => typeof cells.picture);
  await until(
    async () => kinds(await rowsOf(id)),
    (seen) => seen.join() === "object,object,object,string",
  );
  const hashes = (await rowsOf(id)).map(({ cells }) => JSON.stringify(cells.picture).match(/[0-9a-f]{64}/)?.[0]);
  expect(new Set(hashes.slice(0, 3)).size).toBe(3);
  await press(page, ".paper-dialog__close", "Close");
  await page.waitForFunction(() =>
    document.querySelector(".sheet__says")?.textContent?.includes("One cell names a picture"),
  );
});

test("a zip that is none and one with a password are refused in words", async () => {
  const id = await opened((await newest("bloom-card")).id, [{ title: "A", picture: "somewhere" }]);
  expect(id).toBeTruthy();
  await press(page, ".sheet__says button", /^Upload them/);
  writeFileSync(join(folder, "broken.zip"), "PK not at all");
  await give(".sheet-drop input", join(folder, "broken.zip"));
  await page.waitForFunction(() =>
    /can’t be read as a zip/.test(document.querySelector("[role=dialog]")?.textContent ?? ""),
  );
  const locked = new ZipWriter(new BlobWriter("application/zip"), { password: "fern" });
  await locked.add("somewhere.png", new Uint8ArrayReader(picture(1)));
  writeFileSync(join(folder, "locked.zip"), Buffer.from(await (await locked.close()).arrayBuffer()));
  await give(".sheet-drop input", join(folder, "locked.zip"));
  await page.waitForFunction(() => /has a password/.test(document.querySelector("[role=dialog]")?.textContent ?? ""));
});

// More words than three seconds are enough for.
const long = { role: "Keeper of the walled garden and of all the roses in it too" };

test("rows are looked at by a worker; the same finding is mended in all of them, and taken back in one step", async () => {
  const id = await opened((await newest("name-strap")).id, [
    { name: `Ngozi ${own}`, ...long, "@length": 3 },
    { name: `Bram ${own}`, ...long, "@length": 3 },
    { name: "Ottoline Vass", role: "Seeds" },
    { name: "", role: "Seeds" },
  ]);
  await press(page, ".sheet__bar button", /^Review/);
  await until(
    () => rowsOf(id),
    (rows) => rows.every(({ found }) => found !== null),
  );
  const codes = (await rowsOf(id)).map(({ found }) =>
    found!
      .map(({ facts }) => facts.code)
      .sort()
      .join(),
  );
  expect(codes.slice(0, 2)).toEqual([codes[0], codes[0]]);
  expect(codes[0]).toMatch(/read_short|clip_too_short/);
  expect(codes[2]).toBe("");
  await page.select(".sheet__show", "wrong");
  await page.waitForFunction(() => document.querySelectorAll(".dsg-row").length === 4);
  await (await page.$$(".dsg-row:nth-child(2) .dsg-cell"))[1]!.click();
  const mend = await page.waitForFunction(() =>
    [...document.querySelectorAll<HTMLButtonElement>(".sheet__side .notice button")].find((b) =>
      b.textContent!.startsWith("Fix all 2 rows"),
    ),
  );
  // Its place is drawn on the picture while it is pointed at.
  await page.hover(".sheet__side [data-finding]");
  await page.waitForSelector(".sheet__side .pointed-at polygon");
  await (mend as ElementHandle<HTMLButtonElement>).click();
  await until(
    () => rowsOf(id),
    (rows) => rows.slice(0, 2).every(({ cells }) => Number(cells["@length"]) > 3),
  );
  await press(page, ".sheet__bar button", "Undo");
  await until(
    () => rowsOf(id),
    (rows) => rows.slice(0, 2).every(({ cells }) => cells["@length"] === 3),
  );
});

test("what is found may go out with a reason, which is kept and can be taken back", async () => {
  const id = await opened((await newest("name-strap")).id, [{ name: "Ngozi Fairweather", "@length": 3, ...long }]);
  await (await page.$$(".dsg-row:nth-child(2) .dsg-cell"))[1]!.click();
  const ask = await page.waitForFunction(() =>
    [...document.querySelectorAll<HTMLButtonElement>(".sheet__side .notice button")].find(
      (b) => b.textContent === "Accept with a reason …",
    ),
  );
  await (ask as ElementHandle<HTMLButtonElement>).click();
  await page.type("[aria-label='Reason to allow it']", "A sting, meant so");
  await press(page, ".sheet__side .notice button", "Accept");
  const [row] = await until(
    () => rowsOf(id),
    (rows) => rows[0]!.accepted.length === 1,
  );
  expect(row!.accepted[0]!.reason).toBe("A sting, meant so");
  await page.waitForFunction(() =>
    document.querySelector(".sheet__side")!.textContent!.includes("Withdraw the reason"),
  );
  await press(page, ".sheet__side button", "Withdraw the reason");
  await until(
    () => rowsOf(id),
    (rows) => rows[0]!.accepted.length === 0,
  );
});

const painted = () =>
  page.$$eval(".contact-print canvas", (list) => list.filter((c) => c.dataset.painted === "yes").length);

test("the contact sheet shows every row in every format, scrubs all at once, and compares two", async () => {
  const people = Array.from({ length: 60 }, (_, i) => ({ name: `Speaker ${i + 1}`, role: i % 2 ? "Roses" : "" }));
  await opened((await newest("name-strap")).id, people);
  await press(page, ".sheet__bar label", "Contact sheet");
  await until(painted, (count) => count >= 16);
  // Only what is seen is drawn.
  expect(await page.$$eval(".contact-print", (all) => all.length)).toBeLessThan(60);
  const ink = () =>
    page.$eval(".contact-print canvas", (canvas) => {
      const copy = document.createElement("canvas");
      Object.assign(copy, { width: (canvas as HTMLCanvasElement).width, height: (canvas as HTMLCanvasElement).height });
      const context = copy.getContext("2d")!;
      context.drawImage(canvas as HTMLCanvasElement, 0, 0);
      return context.getImageData(0, 0, copy.width, copy.height).data.filter((v, i) => i % 4 === 3 && v > 0).length;
    });
  expect(await ink()).toBeGreaterThan(200);
  // At its first instant nothing has come yet, in any of them.
  const needle = (await (await page.$("[aria-label='Instant of all clips']"))!.boundingBox())!;
  await page.mouse.click(needle.x + 2, needle.y + needle.height / 2);
  await until(ink, (count) => count === 0);
  await press(page, ".contact button", "Poster");
  await until(ink, (count) => count > 200);
  // Close up it is the graphic alone, much larger.
  const before = await ink();
  await press(page, ".contact__bar label", "Close up");
  await until(ink, (count) => count > 3 * before);
  await page.select(".contact__bar select", "longest");
  await page.waitForFunction(() => /Speaker \d\d/.test(document.querySelector(".contact-block p")!.textContent!));
  const prints = await page.$$(".contact-print");
  await prints[0]!.click();
  await prints[4]!.click();
  await press(page, ".contact__bar button", "Compare");
  await page.waitForFunction(() =>
    /% of the picture differs/.test(document.querySelector(".compare")?.textContent ?? ""),
  );
  await press(page, ".compare label", "Difference");
  await press(page, ".compare label", "Wipe");
  await press(page, ".paper-dialog__close", "Close");
  await page.type(".sheet__find", "Speaker 59");
  await page.waitForFunction(() => document.querySelectorAll(".contact-block").length === 1);
  expect(errors).toEqual([]);
});

test("rows move on to the next release, some of them, seen before and after, and back in one press", async () => {
  const { id: designId } = (await beginWithPanel("Moving strap")).data;
  const design = { ...readDesign("name-strap"), id: designId, name: "Moving strap" };
  const first = (await as("tomas", "POST", `/api/designs/${designId}/replace`, { revision: 1, document: design })).data;
  const publish = (revision: number) =>
    until(
      () => as("tomas", "POST", `/api/designs/${designId}/publish`, { revision, accepted: [] }),
      ({ data }) => data?.number !== undefined,
    ).then(({ data }) => data as { id: string; number: number });
  const release = await publish(first.revision);
  const id = await opened(release.id, [
    { name: "Wren Okafor", role: "Bees" },
    { name: "Solveig Mostøl", role: "Moss" },
    { name: "Emrys ap Rhydderch", role: "Walled garden" },
  ]);
  const wider = {
    ...design,
    layers: design.layers.map((layer) =>
      layer.id === "role-panel" || layer.kind === "text" ? { ...layer, opacity: 0.5 } : layer,
    ),
  };
  const second = (
    await as("tomas", "POST", `/api/designs/${designId}/replace`, { revision: first.revision, document: wider })
  ).data;
  const uses = (await as("tomas", "GET", `/api/designs/${designId}/sheets`)).data;
  expect(uses.uses).toMatchObject([{ id, rows: 3, release: 1 }]);
  const next = await until(
    () => as("tomas", "POST", `/api/designs/${designId}/publish`, { revision: second.revision, accepted: allStops }),
    ({ data }) => data?.number !== undefined,
  ).then(({ data }) => data as { id: string; number: number });
  await page.reload();
  // The line may still move while the sheet is being laid out: a press that missed it is made again.
  await until(
    async () => {
      await press(page, ".sheet__says button", /^See what it changes/);
      await pause(1500);
      return page.$("[role=dialog]");
    },
    (dialog) => dialog !== null,
  );
  await page.waitForFunction(() =>
    /3 of 3 rows look different/.test(document.querySelector("[role=dialog]")?.textContent ?? ""),
  );
  expect(await page.$$eval(".move-on__share", (all) => all.map((e) => e.textContent))).toEqual(
    Array.from({ length: 3 }, () => expect.stringMatching(/%/)),
  );
  await (await page.$$(".move-on__row input"))[0]!.click();
  await press(page, ".modal-footer button", "Move 2 rows on");
  const moved = await until(
    () => rowsOf(id),
    (rows) => rows.some(({ release: own }) => own !== null),
  );
  expect(moved.filter(({ release: own }) => own === release.id).length).toBe(1);
  expect((await view(id)).desk.id).toBe(next.id);
  await press(page, ".sheet__says button", "Back to release 1");
  await until(
    () => view(id),
    (now) => now.desk.id === release.id && now.rows.every((row: Row) => row.release === null),
  );
  expect(errors).toEqual([]);
});
const allStops: { check: string; reason: string }[] = [];

test("one clip is kept from the first letter, found again, and offered to the next", async () => {
  await page.goto(`${base}/fill/${(await newest("name-strap")).id}`);
  const name = ".field[data-field=name] input";
  await page.waitForSelector(name);
  await page.type(name, "Perpetua Lindqvist");
  await page.waitForFunction(() => /\?clip=[0-9a-f]{20}$/.test(location.href));
  await page.waitForSelector("[data-save=saved]");
  await page.goto(`${base}/sheets`);
  await press(page, ".page__head label", "Made by me");
  await page.waitForFunction(() => /Perpetua Lindqvist/.test(document.querySelector("tbody tr")?.textContent ?? ""));
  await press(page, "tbody a", "Perpetua Lindqvist");
  await page.waitForSelector(name);
  expect(await page.$eval(name, (e) => (e as HTMLInputElement).value)).toBe("Perpetua Lindqvist");
  await press(page, ".fill__kept a", "New clip");
  await page.waitForFunction(() => !location.href.includes("clip="));
  await press(page, ".fill__form button", "Use its values");
  await page.waitForFunction(
    (box) => document.querySelector<HTMLInputElement>(box)?.value === "Perpetua Lindqvist",
    {},
    name,
  );
  await page.waitForSelector("[data-save=saved]");
  expect(errors).toEqual([]);
});

test("a house that asks for it lets only what somebody else has approved be made", async () => {
  const id = await opened((await newest("name-strap")).id, [{ name: "Anselm Grüneberg", role: "Climate" }]);
  const [row] = await rowsOf(id);
  try {
    expect((await as("ines", "POST", "/api/house/rules", { approvedByOther: true, keepDays: 0 })).status).toBe(403);
    expect((await as("odile", "POST", "/api/house/rules", { approvedByOther: true, keepDays: 0 })).status).toBe(200);
    const made = await as("ines", "POST", `/api/sheets/${id}/clips`, { rows: [row!.id] });
    expect(made.data).toMatchObject({
      clips: 0,
      left: [{ row: row!.id, reason: expect.stringMatching(/somebody else/) }],
    });
    const alone = {
      releaseId: (await view(id)).desk.id,
      values: { fields: { name: "Ada" } },
      formats: ["wide"],
      outputs: ["see-through-clip"],
    };
    expect((await as("ines", "POST", "/api/exports", alone)).error?.code).toBe("unapproved");
    const say = (who: "ines" | "tomas", state: string) =>
      as(who, "POST", `/api/sheets/${id}/states`, { rows: [row!.id], state });
    expect((await say("ines", "ready")).status).toBe(200);
    expect((await say("ines", "approved")).error?.code).toBe("own_rows");
    expect((await say("tomas", "approved")).status).toBe(200);
    expect((await as("ines", "POST", `/api/sheets/${id}/clips`, { rows: [row!.id] })).data.clips).toBe(4);
  } finally {
    await as("odile", "POST", "/api/house/rules", { approvedByOther: false, keepDays: 0 });
  }
});
