import { afterAll, beforeAll, expect, jest, test } from "@jest/globals";
import type { Browser, Page, WebWorker } from "puppeteer-core";
import { planClip } from "@/core/sample/clip";
import { prepareScene } from "@/core/scene";
import { designIds, readDesign } from "@/demo/designs";
import { house } from "@/demo/house";
import { fontBook, loadFace } from "@/render/fonts";
import { FramePainter } from "@/render/frame";
import { NodeHost } from "@/render/node-host";
import { openBrowser, painted, signedIn } from "../support/browser";
import { teachAsking, type Asking } from "../support/stage-worker";

jest.setTimeout(240_000);
let browser: Browser;
let page: Page;
let worker: WebWorker;

beforeAll(async () => {
  browser = await openBrowser();
  ({ page } = await signedIn(browser, "ines"));
  await painted(page, 4);
  worker = page.workers()[0]!;
  await teachAsking(worker);
});
afterAll(() => browser?.close());

interface Seen {
  readonly kind: string;
  readonly bounds?: unknown;
  readonly rgba?: string;
}

async function ask(message: Record<string, unknown>): Promise<Seen> {
  return worker.evaluate(async (data) => {
    const answer = await (self as unknown as Asking).rubrickAsk(data);
    if (answer.kind !== "pixels") return { kind: answer.kind };
    const bytes = new Uint8Array(answer.rgba!);
    let text = "";
    for (let i = 0; i < bytes.length; i += 32768) text += String.fromCharCode(...bytes.subarray(i, i + 32768));
    return { kind: "pixels", bounds: answer.bounds, rgba: btoa(text) };
  }, message);
}

const fps = { num: 30, den: 1 };
const fills: Record<string, string>[] = [
  { name: "Ngozi Fairweather-Castellanos", role: "Head of the fern house" },
  { name: "ليلى حداد", role: "أمينة (بيت 3) السراخس", accent: "coral" },
  { name: "प्रिया वर्मा", role: "שירה בן־עמי", mark: "moth", accent: "moss" },
];

test.each(
  designIds.flatMap((id) => ["wide", "tall"].flatMap((format) => fills.map((fields) => [id, format, fields] as const))),
)("%s in %s is painted byte for byte the same in the browser and in Node: %j", async (id, format, fields) => {
  const design = readDesign(id);
  const request = { design, values: { fields, lengthS: 4 }, house };
  const scene = await prepareScene({ ...request, format }, fontBook(), loadFace);
  const plan = planClip(scene.still, scene.table, fps);
  const painter = new FramePainter(plan.bounds, new NodeHost());
  expect((await ask({ kind: "prepare", stage: "parity", request, formats: [format], fps })).kind).toBe("prepared");
  for (const timeS of [0.1, 0.2, 0.3, 0.5, 0.7, 2, 3.5, 3.8]) {
    const seen = await ask({ kind: "pixels", stage: "parity", format, timeS });
    expect(seen.bounds).toEqual(plan.bounds);
    const here = painter.rgba(scene.sample(timeS));
    const there = Buffer.from(seen.rgba!, "base64");
    expect([timeS, here.equals(there)]).toEqual([timeS, true]);
  }
});
