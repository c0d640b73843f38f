import { createHash } from "node:crypto";
import { afterAll, beforeAll, describe, expect, test } from "@jest/globals";
import type { Browser, Page, WebWorker } from "puppeteer-core";
import { rastersOf } from "@/core/sample/rasters";
import { planClip } from "@/core/sample/clip";
import { sampleValues } from "@/core/document/values";
import { prepareScene, type SceneRequest } from "@/core/scene";
import { designIds, readDesign } from "@/demo/designs";
import { house } from "@/demo/house";
import { loadDemoPicture } from "@/demo/pictures";
import { fontBook, loadFace } from "@/render/fonts";
import { FramePainter } from "@/render/frame";
import { NodeHost } from "@/render/node-host";
import { openBrowser, painted, press, signedIn } from "../support/browser";
import { features } from "../support/features";
import { teachAsking, type Asking } from "../support/stage-worker";
let browser: Browser;
let page: Page;
let worker: WebWorker;

beforeAll(async () => {
  browser = await openBrowser();
  ({ page } = await signedIn(browser, "ines"));
  // Shelves show pictures that are made already; here something is painted for certain.
  await press(page, ".release-plate a h2", "Name strap");
  await painted(page, 4);
  worker = page.workers()[0]!;
  await teachAsking(worker);
});
afterAll(() => browser?.close());

interface Seen {
  readonly kind: string;
  readonly bounds?: unknown;
  /** SHA-256 of the pixels, or the pixels themselves where they were asked for. */
  readonly digest?: string;
  readonly rgba?: string;
}

/** Asks the painting worker. Pixels come as their digest: only where that differs are they worth carrying over. */
async function ask(message: Record<string, unknown>, whole = false): Promise<Seen> {
  return worker.evaluate(
    async (data, whole) => {
      const answer = await (self as unknown as Asking).rubrickAsk(data);
      if (answer.kind !== "pixels") return { kind: answer.kind };
      const { bounds } = answer;
      const bytes = new Uint8Array(answer.rgba!);
      if (!whole) {
        const digest = new Uint8Array(await crypto.subtle.digest("SHA-256", bytes));
        return { kind: "pixels", bounds, digest: [...digest].map((b) => b.toString(16).padStart(2, "0")).join("") };
      }
      let text = "";
      for (let i = 0; i < bytes.length; i += 32768) text += String.fromCharCode(...bytes.subarray(i, i + 32768));
      return { kind: "pixels", bounds, rgba: btoa(text) };
    },
    message,
    whole,
  );
}

const fps = { num: 30, den: 1 };

/** Paints instants of a design on both sides and names those that differ. */
async function differences(request: Omit<SceneRequest, "format">, format: string, instants: readonly number[]) {
  const scene = await prepareScene({ ...request, format, fps }, fontBook(), loadFace);
  const host = new NodeHost();
  const plan = planClip(scene, fps);
  const painter = new FramePainter(plan.bounds, host);
  expect((await ask({ kind: "prepare", stage: "parity", request, formats: [format], fps })).kind).toBe("prepared");
  const found: unknown[] = [];
  for (const timeS of instants) {
    const wish = { kind: "pixels", stage: "parity", format, timeS };
    const seen = await ask(wish);
    expect(seen.bounds).toEqual(plan.bounds);
    const picture = scene.sample(timeS);
    await host.load(rastersOf(picture.ops), loadDemoPicture);
    const here = painter.rgba(picture);
    if (createHash("sha256").update(here).digest("hex") === seen.digest) continue;
    const there = Buffer.from((await ask(wish, true)).rgba!, "base64");
    found.push({ timeS, ...compared(here, there) });
  }
  return found;
}

function compared(here: Buffer, there: Buffer) {
  let bytes = 0;
  let most = 0;
  for (const [i, value] of here.entries()) {
    if (value === there[i]) continue;
    bytes++;
    most = Math.max(most, Math.abs(value - there[i]!));
  }
  return { bytes, most };
}

const fills: Record<string, string>[] = [
  { name: "Ngozi Fairweather-Castellanos", role: "Head of the fern house" },
  { name: "ليلى حداد", role: "أمينة (بيت 3) السراخس", accent: "coral" },
  { name: "प्रिया वर्मा", role: "שירה בן־עמי", mark: "moth", accent: "moss" },
];
const strap = readDesign("name-strap");

describe("is painted byte for byte the same in the browser and in Node", () => {
  test.each(["wide", "tall"].flatMap((format) => fills.map((fields) => [format, fields] as const)))(
    "name strap in %s: %j",
    async (format, fields) => {
      const request = { design: strap, values: { fields, lengthS: 4 }, house };
      expect(await differences(request, format, [0.1, 0.2, 0.3, 0.5, 0.7, 2, 3.5, 3.8])).toEqual([]);
    },
  );
  test.each(designIds.flatMap((id) => strap.formats.map((format) => [id, format] as const)))(
    "%s in %s",
    async (id, format) => {
      const design = readDesign(id);
      const values = { ...sampleValues(design), lengthS: design.length.min };
      // While it arrives, everywhere; at rest in the two formats that are furthest apart.
      const rest = format === "wide" || format === "tall" ? [values.lengthS / 2] : [];
      expect(await differences({ design, values, house }, format, [0.25, ...rest])).toEqual([]);
    },
  );
  test.each(Object.keys(features))("%s", async (name) => {
    const request = { design: features[name]!, values: { fields: {}, lengthS: 4 }, house };
    expect(await differences(request, "square", [0.3, 2])).toEqual([]);
  });
});
