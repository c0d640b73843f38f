import { expect, test } from "@jest/globals";
import { posterRegion, posterSize } from "./poster";

const wide = { width: 1920, height: 1080 };
const ratio = posterSize.width / posterSize.height;

test.each([
  ["a strap in a corner", { x: 60, y: 900, width: 700, height: 120 }],
  ["a tall column at the edge", { x: 1700, y: 40, width: 200, height: 1000 }],
  ["all of it", { x: 0, y: 0, width: 1920, height: 1080 }],
  ["next to nothing", { x: 900, y: 500, width: 4, height: 4 }],
])("%s is shown whole, in the poster's shape, and within the format where it can be", (_, drawn) => {
  const region = posterRegion(drawn, wide);
  expect(region.width / region.height).toBeCloseTo(ratio);
  expect(region.x).toBeLessThanOrEqual(drawn.x);
  expect(region.y).toBeLessThanOrEqual(drawn.y);
  expect(region.x + region.width).toBeGreaterThanOrEqual(drawn.x + drawn.width);
  expect(region.y + region.height).toBeGreaterThanOrEqual(drawn.y + drawn.height);
  if (region.width <= wide.width) expect(region.x).toBeGreaterThanOrEqual(0);
  expect(region.width).toBeGreaterThanOrEqual(wide.width * 0.3);
});
