import { expect, test } from "@jest/globals";
import { cubicBezier, prepareEase } from "../motion/ease";
import { waveAt } from "../schedule/instant";
import { box, designWith, sceneOf, words } from "../testing/scene";
import type { Scene } from "../scene";

const opOf = (scene: Scene, timeS: number, at: number) => {
  const op = scene.sample(timeS).ops[at];
  return op?.kind === "fill" ? op : undefined;
};
const shiftPx = (scene: Scene, timeS: number, at: number) =>
  opOf(scene, timeS, at)!.matrix[5] - opOf(scene, 3.9, at)!.matrix[5];

const bobbing = box("a", {
  moves: [{ id: "b", kind: "bob", phase: "stay", length: 1, distance: { value: 10, of: "u" }, loop: { count: 1 } }],
});
const follows = (more: object) => ({
  links: [
    {
      kind: "range",
      property: "dy",
      source: { of: "a", read: "shift-y" },
      from: [-50, 50],
      to: [-50, 50],
      delay: 0.3,
      ...more,
    },
  ],
});

test("a follower of a loop runs out its delay after the loop has ended", async () => {
  const scene = await sceneOf(designWith([bobbing, box("b", { place: { dx: 40 }, ...follows({}) })]));
  const [, untilS] = scene.table.layers.get("a")!.stay.map(({ cycles }) => [cycles!.fromS, cycles!.untilS])[0]!;
  for (const afterS of [0.02, 0.1, 0.2]) {
    expect(shiftPx(scene, untilS! + afterS, 1)).toBeCloseTo(shiftPx(scene, untilS! + afterS - 0.3, 0), 2);
  }
  expect(Math.abs(shiftPx(scene, untilS! + 0.1, 1))).toBeGreaterThan(5);
  expect(shiftPx(scene, untilS! + 0.31, 1)).toBeCloseTo(0, 6);
});
test("a trail of a loop runs out its delay too", async () => {
  const scene = await sceneOf(designWith([{ ...bobbing, trail: { count: 2, delay: 0.2 } }]));
  const { untilS } = scene.table.layers.get("a")!.stay[0]!.cycles!;
  expect(scene.sample(untilS + 0.1).ops.length).toBeGreaterThan(1);
  expect(scene.sample(untilS + 0.45).ops.length).toBe(1);
});

test.each(["opacity", "scale"] as const)("a link gives %s also where that is nothing at rest", async (property) => {
  const grows = box("a", { moves: [{ id: "m", kind: "fade", phase: "arrive", length: 1, ease: "linear" }] });
  const link = { kind: "range", property, source: { of: "a", read: "opacity" }, from: [1, 0], to: [0, 1] };
  const scene = await sceneOf(designWith([grows, box("b", { place: { dx: 40 }, links: [link] })]));
  const seen = (timeS: number) => scene.sample(timeS).ops.length;
  expect([seen(0.5), seen(2)]).toEqual([2, 1]);
});

test.each([
  ["title-safe", 0.9],
  ["format", 1],
  ["group", 0.5],
])("a live link to %s measures that box, not the whole format", async (of, share) => {
  const fades = box("a", { moves: [{ id: "m", kind: "fade", phase: "arrive", length: 1, ease: "linear" }] });
  const group = { ...box("g", { width: { kind: "share", of: "format", share: 0.5 } }), kind: "group", fill: undefined };
  const link = {
    ...{ kind: "sum", property: "dy", sum: "w * (1 - o)" },
    sources: [
      { name: "w", of, read: "width" },
      { name: "o", of: "a", read: "opacity" },
    ],
  };
  const layers = [fades, JSON.parse(JSON.stringify(group)), box("b", { in: "g", links: [link] })];
  const scene = await sceneOf(designWith(layers));
  const atRest = opOf(scene, 2, 1)!.matrix[5];
  expect(opOf(scene, 0.5, 1)!.matrix[5] - atRest).toBeCloseTo(1920 * share * 0.5, 1);
});

test("a wave that has not calmed by the middle of the clip travels on and never turns back", async () => {
  for (const [calm, pace] of [
    [0, 1],
    [0, 0.5],
    [9, 1],
  ] as const) {
    const liquid = { calm, speed: 8, height: 2 };
    const design = designWith([box("a", { liquid, moves: [{ id: "m", kind: "fade", phase: "arrive" }] })], {
      leavePace: pace,
    });
    const { table } = await sceneOf(design);
    let before = -1;
    for (let timeS = 0; timeS <= 4; timeS += 0.05) {
      const { travelS } = waveAt(table, calm, timeS, 0);
      expect(travelS).toBeGreaterThan(before);
      before = travelS;
    }
  }
});

test("linear() carries on beyond its first and last points, as CSS has it", () => {
  const ease = prepareEase({
    kind: "linear",
    points: [
      { at: 0.2, value: 0.1 },
      { at: 0.6, value: 0.9 },
    ],
  });
  expect([ease(0.1), ease(0.2), ease(0.4), ease(0.7)].map((v) => Math.round(v * 1e6) / 1e6)).toEqual([
    -0.1, 0.1, 0.5, 1.1,
  ]);
  expect([ease(0), ease(1)]).toEqual([0, 1]);
  const jump = prepareEase({
    kind: "linear",
    points: [
      { at: 0, value: 0 },
      { at: 0.5, value: 0.2 },
      { at: 0.5, value: 0.8 },
    ],
  });
  expect(jump(0.75)).toBe(0.8);
  expect(cubicBezier(0.25, 0.1, 0.25, 1)(0.5)).toBeCloseTo(0.8024, 5);
});

test("figures of a face without tabular ones are equally wide, and a timer's box holds all it will ever show", async () => {
  const house = { type: "body", figures: "tabular" };
  const timer = { mode: "down", pattern: "m:ss", end: { anchor: "end" } };
  const serif = { ...(await import("../testing/scene")).testHouse };
  const types = [{ id: "body", name: "Body", style: { ...serif.types[0]!.style, family: "Fraunces" } }];
  const place = { at: { x: 0.5, y: 0.5 }, from: { x: 0.5, y: 0.5 } };
  const layer = (more: object) =>
    words("t", "0:00", { setting: { ...house, align: "centre" }, timer: { ...timer, ...more }, place });
  const scene = await sceneOf(designWith([layer({})]), { fields: {}, lengthS: 61 }, "wide", { ...serif, types });
  const content = (timeS: number) => {
    const { still } = scene;
    const entry = still.layers[0]!;
    if (entry.content.kind !== "text") throw new Error("a text");
    return entry.content.variant(String(timeS), 0);
  };
  const colons = ["0:11", "0:08", "1:17", "9:99"].map((text) => {
    const entry = scene.still.layers[0]!.content;
    if (entry.kind !== "text") throw new Error("a text");
    return entry.variant(text, 0).outline.placed[1]!.x;
  });
  expect(new Set(colons.map((x) => x.toFixed(6))).size).toBe(1);
  expect(content(0)).toBeDefined();
  const box = scene.still.layers[0]!.box;
  const long = await sceneOf(designWith([layer({ atZero: "Moths are out" })]), { fields: {}, lengthS: 700 }, "wide", {
    ...serif,
    types,
  });
  const wide = long.still.layers[0]!;
  if (wide.content.kind !== "text") throw new Error("a text");
  for (const text of ["Moths are out", "11:40"]) {
    expect(wide.content.variant(text, 0).set.widthU).toBeLessThanOrEqual(wide.box.width + 1e-6);
  }
  const ten = await sceneOf(designWith([layer({})]), { fields: {}, lengthS: 700 }, "wide", { ...serif, types });
  expect(ten.still.layers[0]!.box.width).toBeGreaterThan(box.width * 1.15);
});
