import { describe, expect, test } from "@jest/globals";
import { heldIn, lookAtPart, whole, zoomedAt } from "./stage-view";

const room = { width: 800, height: 500 };
const fits = { width: 800, height: 450 };

describe("looking closer", () => {
  test("keeps the point under the pointer where it is", () => {
    const at = { x: 120, y: -80 };
    const look = zoomedAt({ zoom: 2, x: 30, y: 10 }, 1.7, at);
    const pointOf = ({ zoom, x, y }: typeof look) => [(at.x - x) / zoom, (at.y - y) / zoom];
    const [before, after] = [pointOf({ zoom: 2, x: 30, y: 10 }), pointOf(look)];
    expect(after[0]).toBeCloseTo(before[0]!, 9);
    expect(after[1]).toBeCloseTo(before[1]!, 9);
  });
  test("has an end either way", () => {
    expect(zoomedAt(whole, 1e9, { x: 0, y: 0 }).zoom).toBe(16);
    expect(zoomedAt(whole, 1e-9, { x: 0, y: 0 }).zoom).toBe(0.5);
  });
  test("never loses the picture", () => {
    const { x, y } = heldIn({ zoom: 1, x: 1e6, y: -1e6 }, fits, room);
    expect(x).toBeLessThan((fits.width + room.width) / 2);
    expect(y).toBeGreaterThan(-(fits.height + room.height) / 2);
  });
  test("fills the room with a part, in its middle", () => {
    const part = { x: 0.1, y: 0.8, width: 0.3, height: 0.1 };
    const { zoom, x, y } = lookAtPart(part, fits, room);
    expect(zoom).toBeCloseTo((0.72 * 800) / (0.3 * 800), 6);
    // Its middle, from the room's middle.
    expect((part.x + part.width / 2 - 0.5) * fits.width * zoom + x).toBeCloseTo(0, 6);
    expect((part.y + part.height / 2 - 0.5) * fits.height * zoom + y).toBeCloseTo(0, 6);
  });
});
