import { mkdtempSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { afterAll, beforeAll, describe, expect, test } from "@jest/globals";
import type { Browser, ElementHandle, Page } from "puppeteer-core";
import { database, disconnect } from "@/server/db/connection";
import { as, base, cookieOf, send, until } from "../support/api";
import { openBrowser, press, signedIn } from "../support/browser";

const ended = async (job: string) =>
  (
    await until(
      () => as("tomas", "GET", `/api/jobs/${job}`),
      ({ data }) => ["done", "failed"].includes(data.state),
    )
  ).data;

/** A package of designs as they are published, as bytes. */
async function packed(designs: readonly string[], more: Record<string, unknown> = {}): Promise<Buffer> {
  const asked = await as("tomas", "POST", "/api/packages/pack", { designs, ...more });
  expect(asked.status).toBe(200);
  const job = await ended(asked.data.job);
  expect(job).toMatchObject({ state: "done", result: { mime: "application/zip" } });
  const file = await fetch(`${base}/api/jobs/${job.id}/file`, { headers: { cookie: await cookieOf("tomas") } });
  return Buffer.from(await file.arrayBuffer());
}

async function sent(bytes: Uint8Array, name = "hand.package.zip") {
  const answer = await fetch(`${base}/api/packages?name=${name}`, {
    method: "POST",
    headers: { cookie: await cookieOf("tomas"), origin: base, "content-type": "application/octet-stream" },
    body: bytes as BodyInit,
  });
  const { data } = (await answer.json()) as { data: { job: string } };
  return ended(data.job);
}

const counts = async () => {
  const house = (await as("tomas", "GET", "/api/house")).data.document;
  const drafts = (await as("tomas", "GET", "/api/designs")).data.drafts;
  return { house: JSON.stringify(house), drafts: drafts.length };
};

let browser: Browser;
let folder: string;
beforeAll(async () => {
  browser = await openBrowser();
  folder = mkdtempSync(join(tmpdir(), "packages-"));
});
afterAll(async () => {
  await disconnect();
  await browser.close();
  rmSync(folder, { recursive: true, force: true });
});

describe("a package", () => {
  test("whose files have been cleared away since it was looked into is to be uploaded again", async () => {
    const read = await sent(await packed(["bloom-card"]));
    const db = database();
    const house = (await as("tomas", "GET", "/api/house")).data.document as { pictures: { hash: string }[] };
    const hashes = house.pictures.map(({ hash }) => hash);
    const media: Record<string, unknown>[] = await db("media").whereIn("hash", hashes);
    try {
      await db("media").whereIn("hash", hashes).del();
      const take = { choices: {}, designs: { "bloom-card": "new" } };
      const taken = await ended((await as("tomas", "POST", `/api/packages/${read.id}/take`, take)).data.job);
      expect(taken).toMatchObject({ state: "failed", error: "Its files have expired. Upload the package again." });
    } finally {
      await db("media").insert(media);
    }
  });

  test("of what is here already brings a design and nothing else, and once only", async () => {
    const before = await counts();
    const read = await sent(await packed(["progress-dial"]));
    expect(read).toMatchObject({ state: "done", result: { mime: "application/json" } });
    const asked = await as("tomas", "POST", `/api/packages/${read.id}/take`, {
      choices: {},
      designs: { "progress-dial": "new" },
    });
    const taken = await ended(asked.data.job);
    expect(taken.result).toMatchObject({ parts: 0, designs: [{ updated: false }] });
    const after = await counts();
    expect(after.house).toBe(before.house);
    expect(after.drafts).toBe(before.drafts + 1);
    const { id } = taken.result.designs[0];
    const [copy, was] = await Promise.all(
      [id, "progress-dial"].map(async (one) => (await as("tomas", "GET", `/api/designs/${one}`)).data.document),
    );
    expect({ ...copy, id: "", name: "" }).toEqual({ ...was, id: "", name: "" });
    await as("tomas", "POST", `/api/designs/${id}/about`, { archived: true });
  });

  test("of a design that is here becomes the next state of its draft, and keeps what was there", async () => {
    const bytes = await packed(["format-wipe"], { from: "draft" });
    const { data: bench } = await as("tomas", "GET", "/api/designs/format-wipe");
    const patches = [{ op: "replace", path: ["notes"], value: "Changed since it was packed." }];
    const changed = await as("tomas", "POST", "/api/designs/format-wipe/patches", {
      revision: bench.revision,
      patches,
    });
    expect(changed.status).toBe(200);
    const read = await sent(bytes);
    const body = { choices: {}, designs: { "format-wipe": "update" } };
    const taken = await ended((await as("tomas", "POST", `/api/packages/${read.id}/take`, body)).data.job);
    expect(taken.result.designs).toEqual([{ id: "format-wipe", name: bench.document.name, updated: true }]);
    const now = (await as("tomas", "GET", "/api/designs/format-wipe")).data;
    expect(now.document).toEqual(bench.document);
    const { versions } = (await as("tomas", "GET", "/api/designs/format-wipe/versions")).data;
    const kept = versions.find(({ name }: { name: string }) => name.startsWith("Before the package"));
    const { data } = await as("tomas", "GET", `/api/designs/format-wipe/versions/${kept.id}`);
    expect(data.document.notes).toBe("Changed since it was packed.");
  });

  test("that is none, is cut off, or was tampered with is refused with the reason, and nothing is entered", async () => {
    const before = await counts();
    const bytes = await packed(["progress-dial"]);
    const tampered = Buffer.from(bytes);
    tampered.fill(0x20, bytes.length >> 1, (bytes.length >> 1) + 40);
    for (const [wrong, words] of [
      [Buffer.from("not a zip at all"), /damaged or cut off|not a design package|no drawing/],
      [bytes.subarray(0, bytes.length - 2000), /damaged or cut off/],
      [tampered, /damaged|not the one|not as long/],
    ] as const) {
      const read = await sent(wrong);
      expect([read.state, read.error]).toEqual(["failed", expect.stringMatching(words)]);
      const take = await as("tomas", "POST", `/api/packages/${read.id}/take`, { choices: {}, designs: {} });
      expect(take.status).toBe(404);
    }
    expect(await counts()).toEqual(before);
  });

  test("is made of a layered drawing, whose layers come as layers of their names", async () => {
    const drawing = `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 1920 1080"><g id="Ground"><rect x="90" y="800"
      width="600" height="160" fill="#14342b"/></g><g id="Dot"><circle cx="90" cy="800" r="40"/></g></svg>`;
    const read = await sent(Buffer.from(drawing), "Pond%20strap.svg");
    const body = { choices: {}, designs: {} };
    const taken = await ended((await as("tomas", "POST", `/api/packages/${read.id}/take`, body)).data.job);
    const { id, name } = taken.result.designs[0];
    expect(name).toMatch(/^Pond strap/);
    const { layers } = (await as("tomas", "GET", `/api/designs/${id}`)).data.document;
    expect(layers.map((layer: { name: string }) => layer.name)).toEqual(["Drawing", "Ground", "Dot"]);
    await as("tomas", "POST", `/api/designs/${id}/about`, { archived: true });
    const { document, revision } = (await as("tomas", "GET", "/api/house")).data;
    const marks = document.marks.filter((mark: { name: string }) => !/^(Ground|Dot)/.test(mark.name));
    const patches = [{ op: "replace", path: ["marks"], value: marks }];
    await as("tomas", "POST", "/api/house/patches", { revision, patches });
  });

  test("is nobody’s but a designer’s, and choices that can’t be are refused in words", async () => {
    const read = await sent(await packed(["progress-dial"]));
    const take = { choices: {}, designs: {} };
    expect((await as("ines", "POST", `/api/packages/${read.id}/take`, take)).status).toBe(403);
    expect((await send("POST", `/api/packages/${read.id}/take`, { body: take })).status).toBe(401);
    expect((await as("ines", "POST", "/api/packages/pack", { designs: ["progress-dial"] })).status).toBe(403);
    const nothing = await as("tomas", "POST", "/api/packages/pack", { designs: [] });
    expect([nothing.status, nothing.error!.message]).toEqual([422, expect.stringContaining("Choose a design")]);
    const gone = await ended((await as("tomas", "POST", "/api/packages/pack", { designs: ["never-was"] })).data.job);
    expect(gone).toMatchObject({ state: "failed", error: expect.stringContaining("never-was") });
  });
});

test("what comes is seen on the page, its own or as it would be here, and is taken by one press", async () => {
  const bytes = await packed(["name-strap"]);
  const file = join(folder, "strap.package.zip");
  writeFileSync(file, bytes);
  const { data: house } = await as("tomas", "GET", "/api/house");
  const at = house.document.colours.findIndex(({ role }: { role: string }) => role === "pollen");
  const hex = house.document.colours[at].hex;
  const recolour = async (value: string) => {
    const { revision } = (await as("tomas", "GET", "/api/house")).data;
    const patches = [{ op: "replace", path: ["colours", at, "hex"], value }];
    expect((await as("tomas", "POST", "/api/house/patches", { revision, patches })).status).toBe(200);
  };
  await recolour("#3355ffff");
  try {
    const { page, errors } = await signedIn(browser, "tomas");
    await page.goto(`${base}/packages`);
    const input = (await page.waitForSelector("input[type=file]")) as ElementHandle<HTMLInputElement>;
    await input.uploadFile(file);
    await page.waitForSelector(".package__design");
    await page.waitForFunction(() => document.querySelectorAll(".package__picture canvas").length === 8);
    expect(await blueIn(page)).toEqual([false, false]);
    await press(page, "button", "Use ours");
    await until(
      () => blueIn(page),
      ([own, here]) => !own! && here!,
    );
    await press(page, "label", "Add as another design");
    await press(page, "button", /^Import 1 design/);
    await page.waitForFunction(() => document.querySelector("h1")?.textContent === "Imported");
    const id = await page.$eval("main li a", (link) => link.getAttribute("href")!.split("/").pop()!);
    const fills = JSON.stringify((await as("tomas", "GET", `/api/designs/${id}`)).data.document);
    expect(fills).toContain("house:pollen");
    expect(JSON.stringify((await as("tomas", "GET", "/api/house")).data.document.colours)).not.toContain("pollen-2");
    await as("tomas", "POST", `/api/designs/${id}/about`, { archived: true });
    expect(errors).toEqual([]);
  } finally {
    await recolour(hex);
  }
});

test("a packing is told how far it is, goes on through a reload, and its file is found again", async () => {
  const { page, errors } = await signedIn(browser, "tomas");
  await page.goto(`${base}/house`);
  await press(page, "button", "Export package …");
  await page.waitForSelector(".modal input[type=checkbox]");
  await page.$$eval(".package__choice input", (all) => all.slice(0, 6).forEach((input) => input.click()));
  await press(page, ".modal-footer button", "Pack");
  await page.waitForFunction(() =>
    /about .* left/.test(document.querySelector(".modal [role=status]")?.textContent ?? ""),
  );
  await page.reload();
  // Nobody opens it again: what is waited for does.
  const link = await page.waitForSelector(".modal a[download]");
  const [href, name] = await link!.evaluate((a) => [a.getAttribute("href")!, a.getAttribute("download")!]);
  expect(name).toMatch(/\.package\.zip$/);
  const file = await fetch(base + href, { headers: { cookie: await cookieOf("tomas") } });
  expect(
    Buffer.from(await file.arrayBuffer())
      .subarray(0, 2)
      .toString(),
  ).toBe("PK");
  await press(page, ".paper-dialog__close", "Close");
  await page.reload();
  await page.waitForSelector("h1");
  expect(await page.$(".modal")).toBeNull();
  expect(errors).toEqual([]);
});

/** Whether the house's other colour is seen in a design as it was packed, and as it would be here. */
const blueIn = (page: Page): Promise<boolean[]> =>
  page.$$eval(".package__sides figure", (sides) =>
    sides.map((side) => {
      const canvas = side.querySelector("canvas")!;
      const { data } = canvas.getContext("2d")!.getImageData(0, 0, canvas.width, canvas.height);
      for (let i = 0; i < data.length; i += 4)
        if (data[i]! < 80 && data[i + 2]! > 220 && data[i + 3]! > 200) return true;
      return false;
    }),
  );
