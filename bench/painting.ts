import { Design } from "@/core/document/design";
import { planClip } from "@/core/sample/clip";
import { prepareScene } from "@/core/scene";
import { sampleValues } from "@/core/document/values";
import { designIds, readDesign } from "@/demo/designs";
import { house } from "@/demo/house";
import { loadDemoPicture } from "@/demo/pictures";
import { fontBook, loadFace } from "@/render/fonts";
import { PaintedFrames } from "@/render/painted";
import { makeFrame } from "@/render/still";
import { compare, median, round, secondsOf, type Measurement } from "./measure";

const fps = { num: 30, den: 1 };

/** Plans a clip of a demo design and paints all its distinct pictures; seconds for all of them. */
async function paintAll(id: (typeof designIds)[number], lengthS: number, format = "wide") {
  const design = readDesign(id);
  const request = { design, values: { ...sampleValues(design), lengthS }, house, format };
  const scene = await prepareScene(request, fontBook(), loadFace);
  let distinct = 0;
  let total = 0;
  const seconds = await secondsOf(async () => {
    const plan = planClip(scene, fps);
    const painted = new PaintedFrames(scene, plan, loadDemoPicture);
    distinct = plan.distinct.length;
    total = plan.frames.length;
    for (let i = 0; i < distinct; i++) {
      await painted.rgba(i);
      await new Promise((resolve) => setImmediate(resolve));
    }
  });
  return { seconds, distinct, total };
}

/** Painting in Node: what a long stay costs, what a frame of each demo design costs, and posters. */
export async function measurePainting(): Promise<Measurement[]> {
  await paintAll("name-strap", 6);
  const long = await compare(
    5,
    async () => (await paintAll("name-strap", 300)).seconds,
    async () => (await paintAll("name-strap", 30)).seconds,
  );
  const out: Measurement[] = [
    {
      name: "5-minute clip, paint time ÷ that of a 30-second clip",
      value: round(long.ratio),
      unit: "ratio",
      target: { is: "at most", value: 1.5 },
      detail: { fiveMinutesS: round(long.first), thirtySecondsS: round(long.second) },
    },
  ];
  out.push(await measureBlur());
  const baseline = await oneLayerMs();
  for (const id of designIds) {
    const { seconds, distinct, total } = await paintAll(id, Math.min(12, readDesign(id).length.default));
    const value = round((seconds / distinct) * 1000);
    const ratio = round(value / baseline);
    out.push({
      name: `${id}, a painted frame in wide`,
      value,
      unit: "ms",
      detail: { ratio, distinct, frames: total, heldShare: round(1 - distinct / total) },
    });
  }
  out.push(await measurePosters());
  return out;
}

/** A moving frame of a strap with eight samples of motion blur against the same frame without. */
async function measureBlur(): Promise<Measurement> {
  const plain = readDesign("name-strap");
  const perFrame = async (design: Design): Promise<number> => {
    const request = { design, values: sampleValues(design), house, format: "wide", fps };
    const scene = await prepareScene(request, fontBook(), loadFace);
    const plan = planClip(scene, fps);
    const painted = new PaintedFrames(scene, plan, loadDemoPicture);
    const moving = plan.distinct.map((_, i) => i).slice(4, 18);
    const all = async () => {
      for (const i of moving) await painted.rgba(i);
    };
    return (await secondsOf(all)) / moving.length;
  };
  const blurred = { ...plain, motionBlur: { angle: 180, samples: 8 } };
  const sides = await compare(
    7,
    () => perFrame(blurred),
    () => perFrame(plain),
  );
  return {
    name: "8-sample motion blur, moving frame ÷ plain frame",
    value: round(sides.ratio),
    unit: "ratio",
    target: { is: "at most", value: 8 },
    detail: { blurredMs: round(sides.first * 1000), plainMs: round(sides.second * 1000) },
  };
}

/** Milliseconds that a frame of a single plain rectangle takes: what the designs' figures are ratios to. */
async function oneLayerMs(): Promise<number> {
  const panel = {
    id: "panel",
    name: "Panel",
    kind: "rectangle",
    width: { kind: "fixed", u: 72 },
    height: { kind: "fixed", u: 20 },
    fill: { kind: "plain", colour: "house:fern" },
  };
  const about = { version: 2, id: "one", name: "One layer", formats: ["wide"] };
  const design = Design.parse({ ...about, length: { default: 4, min: 1, max: 9 }, layers: [panel] });
  const scene = await prepareScene({ design, values: { fields: {} }, house, format: "wide" }, fontBook(), loadFace);
  const painted = new PaintedFrames(scene, planClip(scene, fps), loadDemoPicture);
  const taken: number[] = [];
  for (let i = 0; i < 60; i++) taken.push(await secondsOf(() => painted.rgba(0)));
  return median(taken) * 1000;
}

/** Posters of a sheet: 100 rows in four formats, from values to PNG bytes. */
async function measurePosters(): Promise<Measurement> {
  const design = readDesign("name-strap");
  const rows = Array.from({ length: 100 }, (_, i) => ({
    fields: { name: `Ngozi Fairweather ${i}`, role: `Bed ${i}, fern house` },
  }));
  const jobs = rows.flatMap((values) => design.formats.map((format) => ({ design, values, house, format })));
  const rates: number[] = [];
  for (let run = 0; run < 3; run++) {
    const seconds = await secondsOf(async () => {
      // Encoding runs beside painting: a few at once keep both cores at work.
      const queue = jobs.values();
      const lane = async () => {
        for (const scene of queue) await makeFrame({ scene, widthPx: posterWidthPx, loadPicture: loadDemoPicture });
      };
      await Promise.all([lane(), lane(), lane()]);
    });
    rates.push(jobs.length / seconds);
  }
  return {
    name: "posters of 100 rows × 4 formats",
    value: round(median(rates)),
    unit: "per second",
    target: { is: "at least", value: 60 },
    detail: { posters: jobs.length, widthPx: posterWidthPx },
  };
}

const posterWidthPx = 480;
