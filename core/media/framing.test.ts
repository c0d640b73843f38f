import { expect, test } from "@jest/globals";
import { Framing } from "../document/media";
import { framedScale, pulledFocus, seenPart } from "./framing";

const box = { width: 10, height: 10 };
const picture = { width: 400, height: 200 };
const cover = Framing.parse({ fit: "cover" });

test("a picture pulled across goes along until its edge is in view, and no further", () => {
  const scale = framedScale(box, picture, cover);
  expect(scale).toBe(10 / 200);
  const begun = seenPart(10, 400, scale, 0.5).from;
  const pulled = pulledFocus(box, picture, cover, { x: 2, y: 3 });
  expect(seenPart(10, 400, scale, pulled.x).from).toBeCloseTo(begun - 2 / scale, 9);
  // It is as high as its box: there is nowhere to go.
  expect(pulled.y).toBeCloseTo(0.5, 9);
  const far = pulledFocus(box, picture, cover, { x: 1000, y: 0 });
  expect(seenPart(10, 400, scale, far.x).from).toBe(0);
  // From there it comes back with the first step.
  const back = pulledFocus(box, picture, { ...cover, focus: far }, { x: -1, y: 0 });
  expect(seenPart(10, 400, scale, back.x).from).toBeCloseTo(1 / scale, 9);
});

test("a turned picture is pulled the way the hand goes", () => {
  const turned = { ...cover, turn: 90, scale: 4 };
  const before = turned.focus;
  const after = pulledFocus(box, picture, turned, { x: 1, y: 0 });
  expect(after.x).toBeCloseTo(before.x, 9);
  expect(after.y).toBeGreaterThan(before.y);
});
