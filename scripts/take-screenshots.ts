import { mkdtempSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import type { ElementHandle, Page } from "puppeteer-core";
import sharp from "sharp";
import { openBrowser, painted, press, signedIn } from "@/tests/support/browser";
import { as, base, cookieOf, until } from "@/tests/support/api";
import { house } from "@/demo/house";

/** `npm run screenshots`: pictures of the main views in docs/screenshots, from the running instance's demo data. */
const browser = await openBrowser();
const settle = (ms: number) => new Promise((resolve) => setTimeout(resolve, ms));
const file = (name: string) => `docs/screenshots/${name}.png` as const;
try {
  const { page } = await signedIn(browser, "ines");
  await page.waitForSelector(".plate__picture img");
  await settle(2500);
  await page.screenshot({ path: file("shelf") });

  await press(page, ".release-plate a h2", "Name strap");
  await page.waitForSelector(".field[data-field=name] input");
  await painted(page, 4);
  await page.type(".field[data-field=name] input", "Ngozi Fairweather-Castellanos");
  await page.type(".field[data-field=role] input", "Head of the fern house");
  await press(page, ".segments label", "Footage");
  await settle(1500);
  await page.screenshot({ path: file("fill-desk") });

  await press(page, ".output-ticks button", "Change");
  for (const tick of await page.$$(".tick input"))
    await tick.evaluate((e) => e.checked && (e as HTMLInputElement).click());
  await page.$$eval(".output-ticks details", (all) => all.forEach((one) => ((one as HTMLDetailsElement).open = true)));
  await press(page, ".tick", "Wide");
  for (const kind of [/^Transparent clip/, /^Transparent master/, /^Video \(MP4\) over the/])
    await press(page, ".tick", kind);
  await press(page, ".btn-primary", "Export 3 files");
  await page.waitForSelector(".export-panel .notice-note a");
  await page.goto(`${base}/outbox`);
  await page.waitForFunction(
    () => document.querySelector(".outbox__row")?.querySelector(".stamp")?.textContent === "Proved",
    {
      timeout: 120_000,
    },
  );
  await settle(500);
  await press(page, ".outbox__row button", /proof/i);
  await settle(4000);
  await page.screenshot({ path: file("outbox") });
  await takeOrders(page);

  await page.goto(`${base}/sheets`);
  await press(page, "td a", "Potting Shed Talks, autumn");
  await page.waitForSelector(".dsg-row:nth-child(12)");
  await page.click(".dsg-row:nth-child(3) .dsg-cell:nth-child(2)");
  await painted(page, 4);
  await settle(2500);
  await page.screenshot({ path: file("sheet") });
  await press(page, ".sheet__bar label", "Contact sheet");
  await press(page, ".contact__bar label", "Close up");
  await page.waitForFunction(() => document.querySelectorAll("[data-painted=yes]").length >= 24);
  await settle(1500);
  await page.screenshot({ path: file("contact") });
  await press(page, ".sheet__bar label", "Rows");
  await page.close();

  const context = await browser.createBrowserContext();
  const { page: bench } = await signedIn({ newPage: () => context.newPage() } as typeof browser, "odile");
  await bench.waitForSelector(".release-plate");
  await bench.goto(`${base}/bench/name-strap`);
  await bench.waitForSelector(".overlay__hit");
  await press(bench, ".strip__choose", "Role");
  await settle(2000);
  await bench.screenshot({ path: file("bench") });
  await press(bench, ".bench__bar .tool", /^Fields/);
  await settle(800);
  await bench.screenshot({ path: file("fields") });
  await bench.click("[role=dialog] .paper-dialog__close");
  await bench.goto(`${base}/bench/name-strap`);
  await bench.waitForSelector(".overlay__hit");
  await bench.keyboard.press("Escape");
  await bench.goto(`${base}/moves`);
  await bench.waitForSelector(".moves__plate");
  await settle(3500);
  await bench.screenshot({ path: file("moves") });
  await bench.goto(`${base}/outputs`);
  await bench.waitForSelector(".outputs__card");
  await settle(600);
  await bench.screenshot({ path: file("outputs") });
  await bench.goto(`${base}/house`);
  await bench.waitForSelector(".house__sheet");
  // What lies further down is on the picture too.
  await bench.$$eval("img[loading=lazy]", (images) => images.forEach((image) => (image.loading = "eager")));
  await settle(2500);
  await bench.screenshot({ path: file("house-style"), fullPage: true });
  await takeMarkBench(bench);
  const another = await browser.createBrowserContext();
  const owner = (await signedIn({ newPage: () => another.newPage() } as typeof browser, "odile")).page;
  await takePackage(owner);
  await takePeople(owner);
} finally {
  await browser.close();
}

/** Moth Night as an order, and its accounts on the air: at the remote, and over footage in a simulated mixer. */
async function takeOrders(page: Page): Promise<void> {
  const find = async (name: string) =>
    (await as("ines", "GET", `/api/orders?${new URLSearchParams({ search: name })}`)).data.orders as {
      id: string;
      name: string;
    }[];
  const evening = (await find("Moth Night")).find(({ name }) => name === "Moth Night")!;
  await page.goto(`${base}/orders/${evening.id}`);
  await page.waitForSelector(".order-strip__paper:nth-of-type(3)");
  await press(page, ".order-rows__name", "ليلى حداد");
  const paper = await page.$$(".order-strip__paper");
  await paper[2]!.click();
  await painted(page, 1);
  await page.evaluate(() => scrollTo(0, 0));
  await settle(2500);
  await page.screenshot({ path: file("order") });
  const [accounts] = await find("Moth Night, accounts");
  const live = (await as("ines", "GET", `/api/orders/${accounts!.id}/live`)).data.pages[0].id;
  const mixer = await page.browser().newPage();
  await mixer.setViewport({ width: 1280, height: 900 });
  await mixer.goto(`${base}/receivers/stream-mixer?live=${live}`);
  await mixer.waitForSelector(".mixer iframe");
  await settle(5000);
  await page.bringToFront();
  await page.goto(`${base}/orders/${accounts!.id}/remote/${live}`);
  await page.waitForSelector(".remote__plates button");
  await page.keyboard.press("2");
  await settle(1500);
  await page.keyboard.press("o");
  await settle(2500);
  await page.screenshot({ path: file("remote") });
  await mixer.bringToFront();
  await settle(1500);
  await mixer.screenshot({ path: file("mixer") });
  await page.bringToFront();
  await page.keyboard.press("c");
  await mixer.close();
}

/** A package that comes from a house of other colours, before it is taken in. */
async function takePackage(page: Page): Promise<void> {
  const asked = await as("tomas", "POST", "/api/packages/pack", { designs: ["name-strap", "handle-pop-up"] });
  const packed = await until(
    () => as("tomas", "GET", `/api/jobs/${asked.data.job}`),
    ({ data }) => data.state === "done",
  );
  const answer = await fetch(`${base}/api/jobs/${packed.data.id}/file`, {
    headers: { cookie: await cookieOf("tomas") },
  });
  const zip = join(mkdtempSync(join(tmpdir(), "package-")), "Straps.zip");
  writeFileSync(zip, Buffer.from(await answer.arrayBuffer()));
  const { document: style, revision } = (await as("tomas", "GET", "/api/house")).data;
  const fern = style.colours.findIndex(({ role }: { role: string }) => role === "fern");
  const recolour = (on: number, value: string) =>
    as("tomas", "POST", "/api/house/patches", {
      revision: on,
      patches: [{ op: "replace", path: ["colours", fern, "hex"], value }],
    });
  await recolour(revision, "#5b2a4aff");
  await page.bringToFront();
  await page.goto(`${base}/packages`);
  await settle(1500);
  const input = await page.waitForSelector("input[type=file]");
  await (input as ElementHandle<HTMLInputElement>).uploadFile(zip);
  await page.waitForFunction(() => document.querySelectorAll(".package__picture canvas").length === 16);
  await press(page, "button", "Use ours");
  await settle(4000);
  await page.screenshot({ path: file("package") });
  await recolour(revision + 1, style.colours[fern].hex);
}

/** Members, links, the audit and the mailbox, on one picture. */
async function takePeople(page: Page): Promise<void> {
  await as("odile", "POST", "/api/members", {
    email: "marten@quillmere.example",
    name: "Marten Reed",
    role: "designer",
  });
  const requests = (await as("odile", "GET", "/api/requests?state=done")).data.requests;
  const of = { request: requests[0].id };
  await as("odile", "POST", "/api/made-links", { kind: "proof", of, name: "For the trustees", uses: 6 });
  await page.bringToFront();
  const views: Buffer[] = [];
  for (const path of ["members", "links", "audit", "receivers/mailbox"]) {
    await page.goto(`${base}/${path}`);
    await settle(1200);
    views.push(Buffer.from(await page.screenshot()));
  }
  const [width, height] = [1280, 800];
  const quarter = await Promise.all(views.map((view) => sharp(view).resize(width, height).toBuffer()));
  await sharp({ create: { width: 2 * width, height: 2 * height, channels: 3, background: "#d9d2c3" } })
    .composite(quarter.map((input, i) => ({ input, left: (i % 2) * width, top: Math.floor(i / 2) * height })))
    .png()
    .toBuffer()
    .then((all) => sharp(all).resize(1600).png({ palette: true }).toFile(file("people")));
}

/** A mark of the demo world as it is often sent, flat in a white box, made a mark again and cut along a bow. */
async function takeMarkBench(page: Page): Promise<void> {
  const { shapes, width, height } = house.marks[0]!.drawing!;
  const hex = (reference: string) => house.colours.find(({ role }) => reference === `house:${role}`)?.hex ?? reference;
  const paths = shapes.map(
    ({ d, colour, rule }) => `<path d="${d}" fill="${hex(colour)}" fill-rule="${rule ?? "nonzero"}"/>`,
  );
  const svg = `<svg xmlns="http://www.w3.org/2000/svg" width="900" height="700" viewBox="-60 -30 ${width + 120} ${height + 60}">
    <rect x="-200" y="-200" width="900" height="900" fill="#fdfcf7"/>${paths.join("")}</svg>`;
  const flat = join(mkdtempSync(join(tmpdir(), "mark-")), "Leaf as it was sent.jpg");
  await sharp(Buffer.from(svg)).jpeg({ quality: 80 }).toFile(flat);
  const input = await page.waitForSelector('input[aria-label^="Upload: Mark"]');
  await (input as ElementHandle<HTMLInputElement>).uploadFile(flat);
  await page.waitForFunction(() => /No rim is left/.test(document.body.textContent), { timeout: 60_000 });
  await press(page, ".mark-bench__steps button", /^(Bent|Curved)/);
  await page.evaluate(() => scrollTo(0, 0));
  const box = (await (await page.$(".mark-plates__mark"))!.boundingBox())!;
  const over = (share: number) => ({
    x: box.x + box.width * (0.04 + 0.92 * share),
    y: box.y + box.height * (0.25 + 0.5 * share + 0.12 * Math.sin(Math.PI * share)),
  });
  await page.mouse.move(over(0).x, over(0).y);
  await page.mouse.down();
  for (let i = 1; i <= 20; i++) await page.mouse.move(over(i / 20).x, over(i / 20).y);
  await page.mouse.up();
  await page.waitForSelector(".mark-pieces li");
  await settle(1500);
  await page.screenshot({ path: file("mark-bench") });
}
