import { beforeAll, describe, expect, test } from "@jest/globals";
import type { Design } from "@/core/document/design";
import { sampleValues } from "@/core/document/values";
import { intersectBox } from "@/core/geometry/box";
import { opsBounds } from "@/core/sample/bounds";
import { rastersOf } from "@/core/sample/rasters";
import { planClip } from "@/core/sample/clip";
import { prepareScene, type Scene } from "@/core/scene";
import { fontBook, loadFace } from "@/render/fonts";
import { FramePainter } from "@/render/frame";
import { NodeHost } from "@/render/node-host";
import { designIds, readDesign } from "./designs";
import { house } from "./house";
import { loadDemoPicture } from "./pictures";

const fps = { num: 30, den: 1 };

const sceneOf = (design: Design, format: string, lengthS: number): Promise<Scene> =>
  prepareScene({ design, values: { ...sampleValues(design), lengthS }, house, format, fps }, fontBook(), loadFace);

/** The smaller side, in pixels, of what an instant can touch of the format. */
function seen(scene: Scene, timeS: number): number {
  const { ops, format } = scene.sample(timeS);
  const box = intersectBox(opsBounds(ops), { x: 0, y: 0, width: format.width, height: format.height });
  return Math.min(box.width, box.height);
}

/** Whether a design's layers live by keys, meters, timers or own leaves, which are not mirrored. */
const livesOn = (design: Design): boolean =>
  design.leave === "together" ||
  design.layers.some(
    (layer) =>
      layer.keys.length > 0 ||
      layer.meter !== undefined ||
      ("timer" in layer && layer.timer !== undefined) ||
      layer.moves.some((move) => move.phase === "leave"),
  );

/** Whether a design shows how much of the clip has passed, so that its pictures differ with the length. */
const countsTime = (design: Design): boolean =>
  design.layers.some((layer) => layer.meter || layer.keys.length > 0 || ("timer" in layer && layer.timer));

describe.each(designIds)("%s", (id) => {
  const design = readDesign(id);
  const lengthS = Math.min(design.length.default, 12);
  let wide: Scene;
  let tall: Scene;
  beforeAll(async () => {
    wide = await sceneOf(design, "wide", lengthS);
    tall = await sceneOf(design, "tall", lengthS);
  });

  test("shows something within two frames of its first move, and has left the picture at its very end", () => {
    for (const scene of [wide, tall]) {
      expect(seen(scene, 0.06 + 2 / 30 + 0.01)).toBeGreaterThan(1);
      expect(seen(scene, lengthS)).toBeLessThan(0.01);
    }
  });

  // What has a time of its own, such as a meter, is no mirror: those designs are shown as skipped.
  (livesOn(design) ? test.skip : test)("leaves as it came, at its pace", () => {
    for (const share of [0.02, 0.2, 0.45, 0.7, 0.95]) {
      const tau = share * wide.table.arriveS;
      expect(wide.sample(lengthS - design.leavePace * tau).key).toBe(wide.sample(tau).key);
    }
  });

  (countsTime(design) ? test.skip : test)("arrives frame for frame the same in 4 s more and in a minute", async () => {
    const longer = await Promise.all([lengthS + 4, 60].map((length) => sceneOf(design, "wide", length)));
    for (let t = 0; t < wide.table.arriveS; t += 1 / 30) {
      expect(new Set([...longer, wide].map((scene) => scene.sample(t).key)).size).toBe(1);
    }
  });

  test("gives any frame alone as it gives it in a row", async () => {
    const alone = await sceneOf(design, "tall", lengthS);
    const frames = [3, 14, 33, 60, 100, 7].filter((frame) => frame < lengthS * 30);
    const inRow = frames.map((frame) => tall.sample(frame / 30).key);
    expect(
      [...frames]
        .reverse()
        .map((frame) => alone.sample(frame / 30).key)
        .reverse(),
    ).toEqual(inRow);
  });

  test("paints the same bytes wherever it has the same key", async () => {
    const plan = planClip(wide, fps);
    const host = new NodeHost();
    const painter = new FramePainter(plan.bounds, host);
    const held = plan.frames.findIndex((picture, frame) => plan.frames[frame + 1] === picture);
    if (held < 0) return;
    const paintedAt = async (frame: number) => {
      const picture = wide.sample(frame / 30);
      await host.load(rastersOf(picture.ops), loadDemoPicture);
      return painter.rgba(picture);
    };
    expect((await paintedAt(held)).equals(await paintedAt(held + 1))).toBe(true);
  });

  test("is not squeezed at its shortest, and never breaks between 0.1 s and 5 min", async () => {
    for (const length of [0.1, 2, 300]) {
      const scene = await sceneOf(design, "square", length);
      for (const share of [0, 0.13, 0.5, 0.87, 1]) {
        expect(JSON.stringify(scene.sample(share * length).ops)).not.toMatch(/null|NaN/);
      }
    }
    expect((await sceneOf(design, "wide", design.length.min)).table.squeeze).toBe(1);
  });
});
