import { describe, expect, test } from "@jest/globals";
import type { CutLine } from "../document/vector";
import { parseSvgPath } from "../geometry/svg-path";
import { cutPath } from "./cut-path";

const [width, height] = [200, 100];
const line = (bent: boolean, ...points: readonly (readonly [number, number])[]): CutLine => ({
  bent,
  points: points.map(([x, y]) => ({ x, y })),
});

/** Whether a point lies in an outline of straight pieces and cubics, by the crossings of a ray. */
function isInside(d: string, x: number, y: number): boolean {
  let inside = false;
  let [px, py, sx, sy] = [0, 0, 0, 0];
  const to = (nx: number, ny: number) => {
    if (py > y !== ny > y && x < px + ((y - py) / (ny - py)) * (nx - px)) inside = !inside;
    [px, py] = [nx, ny];
  };
  for (const command of parseSvgPath(d).commands) {
    switch (command[0]) {
      case "M":
        [sx, sy] = [command[1], command[2]];
        [px, py] = [sx, sy];
        break;
      case "C": {
        const [ax, ay] = [px, py];
        const [, bx, by, cx, cy, ex, ey] = command;
        for (let i = 1; i <= 40; i++) {
          const t = i / 40;
          const s = 1 - t;
          to(
            s ** 3 * ax + 3 * s * s * t * bx + 3 * s * t * t * cx + t ** 3 * ex,
            s ** 3 * ay + 3 * s * s * t * by + 3 * s * t * t * cy + t ** 3 * ey,
          );
        }
        break;
      }
      case "Z":
        to(sx, sy);
        break;
      default:
        to(command[1], command[2]);
    }
  }
  return inside;
}

describe("cutPath", () => {
  test.each([
    ["to the right", line(false, [0, 0.5], [1, 0.5]), [100, 20], [100, 80]],
    ["to the left", line(false, [1, 0.5], [0, 0.5]), [100, 80], [100, 20]],
    ["downwards", line(false, [0.5, 0], [0.5, 1]), [150, 50], [50, 50]],
    ["upwards", line(false, [0.5, 1], [0.5, 0]), [50, 50], [150, 50]],
    ["aslant", line(false, [0.1, 0.1], [0.9, 0.9]), [180, 20], [20, 80]],
    ["in a bow", line(true, [0, 0.5], [0.5, 0.9], [1, 0.5]), [100, 70], [100, 95]],
    ["with its ends inside the picture", line(false, [0.4, 0.5], [0.6, 0.5]), [5, 20], [5, 80]],
  ] as const)("takes in what lies left of a line that runs %s, and nothing else", (_, cut, left, right) => {
    const d = cutPath(cut, width, height);
    expect([isInside(d, left[0], left[1]), isInside(d, right[0], right[1])]).toEqual([true, false]);
  });
  test("takes in the corners of the picture on its side, and none on the other", () => {
    const d = cutPath(line(false, [0, 0.37], [1, 0.61]), width, height);
    const corners = [
      [0, 0],
      [width, 0],
      [0, height],
      [width, height],
    ] as const;
    expect(corners.map(([x, y]) => isInside(d, x, y))).toEqual([true, true, false, false]);
  });
  test("is the mirror image where the line runs the other way", () => {
    const there = line(true, [0, 0.3], [0.3, 0.8], [0.7, 0.2], [1, 0.6]);
    const back = { ...there, points: [...there.points].reverse() };
    const [one, other] = [cutPath(there, width, height), cutPath(back, width, height)];
    for (let x = 3; x < width; x += 13) {
      for (let y = 3; y < height; y += 11) expect(isInside(one, x, y)).toBe(!isInside(other, x, y));
    }
  });
});
