import { expect, test } from "@jest/globals";
import type { Matrix } from "@/core/geometry/matrix";
import type { PreparedFormat } from "./protocol";
import { closeSize, drawnArea, partAround } from "./drawn-part";

const format = { width: 1920, height: 1080 };
const tenfold: Matrix = [10, 0, 0, 10, 0, 0];
const rest = (x: number, y: number, width: number, height: number) => ({
  ...{ id: "a", world: tenfold, parent: tenfold },
  box: { x, y, width, height },
});
const shown = (boxes: readonly object[]) => ({ format, boxes }) as unknown as PreparedFormat;

test("the area drawn is that of all boxes together, as far as the format shows them", () => {
  const strap = shown([rest(10, 90, 60, 6), rest(-5, 92, 20, 9), rest(50, 50, 0, 0)]);
  expect(drawnArea(strap)).toEqual({ x: 0, y: 900, width: 700, height: 110 });
  expect(drawnArea(shown([]))).toBeUndefined();
});

test("areas that are shown beside each other are shown to one scale, whole, and inside the format", () => {
  const areas = [
    { x: 100, y: 900, width: 600, height: 90 },
    { x: 1500, y: 900, width: 400, height: 120 },
  ];
  const size = closeSize(areas, format);
  expect(size.width).toBeGreaterThan(600);
  expect(size.width).toBeLessThan(720);
  for (const area of areas) {
    const part = partAround(area, size, format);
    expect(part.x).toBeLessThanOrEqual(area.x);
    expect(part.x + part.width).toBeGreaterThanOrEqual(area.x + area.width);
    expect(part.x + part.width).toBeLessThanOrEqual(format.width);
    expect(part.y + part.height).toBeLessThanOrEqual(format.height);
  }
  expect(closeSize([{ x: 0, y: 0, width: 1900, height: 200 }], format).width).toBe(1920);
  expect(closeSize([{ x: 0, y: 0, width: 700, height: 1080 }], format)).toBe(format);
});
