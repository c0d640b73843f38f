import { execFileSync } from "node:child_process";
import { readFileSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { createCanvas, loadImage } from "@napi-rs/canvas";
import { afterAll, beforeAll, expect, test } from "@jest/globals";
import type { Browser } from "puppeteer-core";
import { base, cookieOf, pause, readExport, until } from "../support/api";
import { openBrowser, painted, press, signedIn, signedInByForm } from "../support/browser";
let browser: Browser;
beforeAll(async () => {
  browser = await openBrowser();
});
afterAll(() => browser?.close());

test("a contributor fills in an Arabic name, exports it and holds a proved clip", async () => {
  const { page, errors } = await signedInByForm(browser, "ines");
  await page.waitForSelector(".release-plate");
  await press(page, ".release-plate a h2", "Name strap");
  await page.waitForSelector(".field[data-field=name] input");
  await painted(page, 4);

  await page.type(".field[data-field=name] input", "ليلى حداد");
  await page.type(".field[data-field=role] input", "أمينة بيت السراخس");
  // Right-to-left names turn the strap round: the picture moves to the right half.
  await page.waitForFunction(() => {
    const canvas = document.querySelector<HTMLCanvasElement>(".format-stage canvas");
    return canvas !== null && parseFloat(canvas.style.left) > 40;
  });
  await press(page, ".output-ticks button", "Change");
  for (const tick of await page.$$(".tick input"))
    await tick.evaluate((e) => e.checked && (e as HTMLInputElement).click());
  await press(page, ".tick", "Wide");
  await press(page, ".tick", /^Transparent clip/);
  await press(page, ".btn-primary", "Export 1 file");
  await page.waitForSelector(".export-panel .notice-note a");
  await page.click(".export-panel .notice-note a");
  await page.waitForFunction(
    () => document.querySelector(".outbox__row")?.querySelector(".stamp")?.textContent === "Proved",
  );
  expect(await page.$eval(".outbox__row .outbox__name", (e) => e.textContent)).toMatch(
    /^Name-strap_ليلى-حداد_wide(_\d+)?\.webm$/u,
  );
  const link = await page.$eval(".outbox__row", (row) => row.querySelector("a[download]")!.getAttribute("href")!);
  expect(errors).toEqual([]);

  const answer = await fetch(base + link, { headers: { cookie: await cookieOf("ines") } });
  expect(answer.headers.get("content-disposition")).toContain("filename*=UTF-8''");
  const file = join(tmpdir(), "rubrick-e2e.webm");
  writeFileSync(file, Buffer.from(await answer.arrayBuffer()));
  const probe = JSON.parse(
    execFileSync("ffprobe", ["-v", "error", "-count_frames", "-show_streams", "-of", "json", file], {
      encoding: "utf8",
    }),
  );
  const video = probe.streams[0];
  expect([video.codec_name, video.width, video.height, video.nb_read_frames]).toEqual(["vp9", 1920, 1080, "150"]);
  expect(video.tags.alpha_mode ?? video.tags.ALPHA_MODE).toBe("1");

  // The middle frame, decoded with its alpha: clear on the left, the strap on the right.
  const png = join(tmpdir(), "rubrick-e2e.png");
  execFileSync("ffmpeg", ["-v", "error", "-c:v", "libvpx-vp9", "-ss", "3", "-i", file, "-frames:v", "1", "-y", png]);
  const image = await loadImage(readFileSync(png));
  const context = createCanvas(image.width, image.height).getContext("2d");
  context.drawImage(image, 0, 0);
  const opaque = (x: number) => {
    const { data } = context.getImageData(x, 850, 960, 200);
    return data.filter((value, i) => i % 4 === 3 && value > 200).length;
  };
  expect(opaque(0)).toBe(0);
  expect(opaque(960)).toBeGreaterThan(20_000);
});

test("the form says what is wrong where it is, and nothing is exported", async () => {
  const { page } = await signedIn(browser, "ines");
  await press(page, ".release-plate a h2", "Name strap");
  const name = ".field[data-field=name] input";
  await page.waitForSelector(name);
  await press(page, ".fill__over", "Clear the form");
  await page.waitForFunction((field) => document.querySelector<HTMLInputElement>(field)?.value === "", {}, name);
  // What clears may move the button from under the pointer: then it is pressed again.
  await until(
    async () => {
      await press(page, ".btn-primary", /^Export/);
      await pause(300);
      return page.$(".field[data-field=name] .notice-stop");
    },
    (said) => said !== null,
  );
  expect(await page.$eval(".field[data-field=name] .notice-stop", (e) => e.textContent)).toContain("needed");
  await page.type(name, "x".repeat(60));
  await page.waitForFunction(() =>
    document.querySelector(".field[data-field=name] .notice-stop")?.textContent?.includes("48"),
  );
});

test("what was typed is there again after leaving", async () => {
  const { page } = await signedIn(browser, "ines");
  await press(page, ".release-plate a h2", "Name strap");
  const name = ".field[data-field=name] input";
  await page.waitForSelector(name);
  await press(page, ".fill__over", "Clear the form");
  await page.type(name, "Ngozi Fairweather-Castellanos");
  await page.waitForFunction(() => location.search.startsWith("?clip="));
  await page.waitForSelector("[data-save=saved]");
  await page.reload();
  await page.waitForSelector(name);
  expect(await page.$eval(name, (e) => (e as HTMLInputElement).value)).toBe("Ngozi Fairweather-Castellanos");
});

test("a length is typed as it is written: emptied, filled, and told when it is too long", async () => {
  const { page } = await signedIn(browser, "ines");
  await press(page, ".release-plate a h2", "Name strap");
  const shown = () => page.$eval("#length", (e) => (e as HTMLInputElement).value);
  await page.waitForSelector("#length");
  await page.click("#length", { count: 3 });
  await page.keyboard.press("Backspace");
  expect(await shown()).toBe("");
  await page.keyboard.type("8.5");
  await page.keyboard.press("Tab");
  expect(await shown()).toBe("8.5");
  expect(await page.$(".field[data-field=length] .notice-stop")).toBeNull();
  await page.click("#length", { count: 3 });
  await page.keyboard.type("600");
  await page.waitForSelector(".field[data-field=length] .notice-stop");
  await press(page, ".fill__over", "Clear the form");
});

test("a cancelled export stops and can be tried again", async () => {
  const { startExport, as } = await import("../support/api");
  const id = await startExport({
    formats: ["wide"],
    outputs: ["see-through-clip"],
    values: { fields: { name: "Ada Fern" }, lengthS: 20 },
  });
  await until(
    () => readExport(id),
    (job) => job.stage === "painting" && job.framesDone > 0,
  );
  await as("ines", "POST", `/api/exports/${id}/cancel`, {});
  // One that had been painted to its end would be done.
  await until(
    () => readExport(id),
    (job) => job.state === "cancelled",
  );
  expect((await as("ines", "POST", `/api/exports/${id}/retry`, {})).status).toBe(200);
  await as("ines", "POST", `/api/exports/${id}/cancel`, {});
});

test("keys that fall between the clip's beginning and its being listened to are not taken back", async () => {
  const { page, errors } = await signedIn(browser, "ines");
  await press(page, ".release-plate a h2", "Name strap");
  await page.waitForSelector(".field[data-field=name] input");
  await page.evaluate(
    () =>
      new Promise<void>((done) => {
        const box = document.querySelector<HTMLInputElement>(".field[data-field=name] input")!;
        const put = Object.getOwnPropertyDescriptor(HTMLInputElement.prototype, "value")!.set!;
        const key = (sign: string) => {
          put.call(box, box.value + sign);
          box.dispatchEvent(new Event("input", { bubbles: true }));
        };
        // Told as a microtask of the drawing itself, before any effect has run.
        const drawn = new MutationObserver(() => {
          if (!document.querySelector(".fill__kept")) return;
          drawn.disconnect();
          for (const sign of "iya") key(sign);
          done();
        });
        drawn.observe(document.querySelector(".fill__form")!, { childList: true, subtree: true });
        key("L");
      }),
  );
  expect(await page.$eval(".field[data-field=name] input", (box) => (box as HTMLInputElement).value)).toBe("Liya");
  expect(errors).toEqual([]);
  await page.close();
});
