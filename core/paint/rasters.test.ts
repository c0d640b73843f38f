import { expect, test } from "@jest/globals";
import type { PictureLevels } from "./levels";
import { Rasters } from "./rasters";

const levels = (pixels: number) => async () => ({ pixels }) as PictureLevels;

test("pictures used longest ago go when all together are too large, but none that is needed", async () => {
  const rasters = new Rasters(200, 100);
  await rasters.ensure("a", levels(40));
  await rasters.ensure("b", levels(40));
  rasters.get("a");
  await rasters.ensure("c", levels(40));
  expect(() => rasters.get("b")).toThrow(/was not loaded/);
  expect(rasters.get("a").pixels + rasters.get("c").pixels).toBe(80);
  rasters.need(["a", "c", "d"]);
  await rasters.ensure("d", levels(500));
  expect([rasters.get("a"), rasters.get("c"), rasters.get("d")].length).toBe(3);
  // Needed no longer, they make room for the next.
  rasters.need(["e"]);
  await rasters.ensure("e", levels(40));
  for (const ref of ["a", "c", "d"]) expect(() => rasters.get(ref)).toThrow();
  expect(rasters.get("e").pixels).toBe(40);
});

test("frames of videos go by their own pixels, leave pictures alone, and stay while they are needed", async () => {
  const rasters = new Rasters(200, 100);
  await rasters.ensure("a", levels(90));
  for (const frame of [1, 2, 3]) await rasters.ensure(`v/${frame}`, levels(90));
  expect(() => rasters.get("v/1")).toThrow();
  expect(rasters.get("a").pixels).toBe(90);
  const many = [4, 5, 6, 7, 8].map((frame) => `v/${frame}`);
  rasters.need(many);
  for (const ref of many) await rasters.ensure(ref, levels(90));
  for (const ref of many) expect(rasters.get(ref).pixels).toBe(90);
});
