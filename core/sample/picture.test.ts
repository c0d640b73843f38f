import { describe, expect, test } from "@jest/globals";
import fc from "fast-check";
import { box, designWith, sceneOf, words } from "../testing/scene";
import { opsBounds } from "./bounds";
import { planClip, planning } from "./clip";

const fps = { num: 30, den: 1 };
const kinds = [
  { kind: "fade" },
  { kind: "slide", from: "left" },
  { kind: "rise" },
  { kind: "uncover", from: "right" },
  { kind: "unroll", from: "top" },
  { kind: "pop", turn: 90 },
];
/** Every move kind on a layer of its own, one after the other, in a group that clips. */
const design = designWith(
  [
    {
      id: "g",
      name: "g",
      kind: "group",
      clip: true,
      width: { kind: "fixed", u: 160 },
      height: { kind: "fixed", u: 90 },
    },
    ...kinds.map((kind, i) =>
      box(`b${i}`, {
        in: "g",
        place: { dx: 10 + i * 24, dy: 30 },
        moves: [{ id: `m${i}`, phase: "arrive", start: { gap: 0.05 + i * 0.1 }, ...kind }],
      }),
    ),
    words("t", "Moss", { in: "g", mattes: [{ by: "shape", layer: "b4" }], place: { dx: 108, dy: 32 } }),
  ],
  { leavePace: 0.75 },
);

describe("sample", () => {
  test("leaves by arriving backwards at the design's pace", async () => {
    const scene = await sceneOf(design, { fields: {}, lengthS: 8 });
    fc.assert(
      fc.property(fc.double({ min: 0, max: 1, noNaN: true }), (share) => {
        const tau = share * scene.table.arriveS * 0.999;
        expect(scene.sample(8 - 0.75 * tau).key).toBe(scene.sample(tau).key);
      }),
    );
  });
  test("arrives the same whatever the length", async () => {
    const [short, long] = await Promise.all([4, 60].map((lengthS) => sceneOf(design, { fields: {}, lengthS })));
    for (let t = 0; t < 2; t += 1 / 30) expect(long!.sample(t).key).toBe(short!.sample(t).key);
  });
  test("gives the same picture whatever was sampled before", async () => {
    const [one, other] = await Promise.all([sceneOf(design), sceneOf(design)]);
    const instants = Array.from({ length: 40 }, (_, i) => i / 10);
    const forwards = instants.map((t) => one!.sample(t).key);
    const backwards = [...instants].reverse().map((t) => other!.sample(t).key);
    expect(backwards.reverse()).toEqual(forwards);
  });
  test("shows nothing before its first move starts, nor at the very end", async () => {
    const scene = await sceneOf(
      designWith([box("a", { moves: [{ id: "m", kind: "fade", phase: "arrive", start: { gap: 0.2 } }] })]),
    );
    expect(scene.sample(0.1).ops).toEqual([]);
    expect(scene.sample(scene.lengthS).ops).toEqual([]);
    expect(scene.sample(2).ops.length).toBe(1);
  });
  test("hides what rises until it passes its edge", async () => {
    const rising = box("a", {
      place: { dx: 10, dy: 10 },
      moves: [{ id: "m", kind: "rise", phase: "arrive", length: 1, ease: "linear" }],
    });
    const scene = await sceneOf(designWith([rising]));
    const half = opsBounds(scene.sample(0.5).ops);
    expect(half.y / 10.8).toBeCloseTo(15, 1);
    expect((half.y + half.height) / 10.8).toBeCloseTo(20, 1);
  });
  test("uncovers a share of the box from its side", async () => {
    const layer = box("a", {
      moves: [{ id: "m", kind: "uncover", phase: "arrive", from: "right", length: 1, ease: "linear" }],
    });
    const bounds = opsBounds((await sceneOf(designWith([layer]))).sample(0.25).ops);
    expect(bounds.x / 10.8).toBeCloseTo(15, 1);
    expect(bounds.width / 10.8).toBeCloseTo(5, 1);
  });
  test("turns moves round with the design", async () => {
    const layer = box("a", {
      place: { dx: 10 },
      moves: [{ id: "m", kind: "unroll", phase: "arrive", from: "left", length: 1, ease: "linear" }],
    });
    const scene = await sceneOf(designWith([layer, words("t", "شجرة")], { turnRound: "t" }));
    const bounds = opsBounds(scene.sample(0.5).ops.slice(0, 1));
    expect((bounds.x + bounds.width) / 10.8).toBeCloseTo(1920 / 10.8 - 10, 1);
  });
});

test("a clip of an hour with six seconds of motion is planned by sampling those alone", async () => {
  const moves = [{ id: "m", kind: "slide", phase: "arrive", length: 3 }];
  const scene = await sceneOf(designWith([box("a", { moves })], { length: { default: 4, min: 1, max: 3600 } }), {
    fields: {},
    lengthS: 3600,
  });
  let sampled = 0;
  const steps = planning(scene, { num: 60, den: 1 });
  for (let step = steps.next(); ; step = steps.next()) {
    if (step.done) {
      expect(step.value.frames.length).toBe(216000);
      // Every distinct picture is at hand for painting, as it was sampled.
      expect(step.value.sampled.length).toBe(step.value.distinct.length);
      break;
    }
    sampled++;
  }
  expect(sampled).toBeLessThanOrEqual(6 * 60 + 2);
});

describe("planClip", () => {
  test("paints held frames once and covers all frames", async () => {
    const scene = await sceneOf(design, { fields: {}, lengthS: 10 });
    const plan = planClip(scene, fps);
    expect(plan.frames.length).toBe(300);
    expect(new Set(plan.frames).size).toBe(plan.distinct.length);
    expect(plan.distinct.length).toBeLessThan(90);
  });
  test("costs the same for five minutes as for ten seconds", async () => {
    const counts = await Promise.all(
      [10, 300].map(async (lengthS) => {
        const scene = await sceneOf(design, { fields: {}, lengthS });
        return planClip(scene, fps).distinct.length;
      }),
    );
    expect(counts[1]).toBeLessThanOrEqual(counts[0]! + 2);
  });
  test("keeps bounds even and inside the format", async () => {
    await fc.assert(
      fc.asyncProperty(fc.double({ min: -40, max: 200, noNaN: true }), async (dx) => {
        const scene = await sceneOf(designWith([box("a", { place: { dx, dy: dx } })]));
        const { bounds } = planClip(scene, fps);
        for (const value of [bounds.x, bounds.y, bounds.width, bounds.height]) expect(value % 2).toBe(0);
        expect(bounds.x + bounds.width).toBeLessThanOrEqual(1920);
        expect(bounds.y + bounds.height).toBeLessThanOrEqual(1080);
        expect(bounds.width).toBeGreaterThan(0);
      }),
      { numRuns: 40 },
    );
  });
});
