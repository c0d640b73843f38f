import { describe, expect, test } from "@jest/globals";
import { box, designWith, sceneOf } from "../testing/scene";
import { keyTicks } from "./timetable";

const fade = (id: string, phase: string, length: number, gap = 0) => ({
  ...{ id, kind: "fade", phase, length },
  start: { to: "phase", gap },
});
const opacity = async (layers: object[], timeS: number, lengthS = 6) => {
  const scene = await sceneOf(designWith(layers), { fields: {}, lengthS });
  return scene.sample(timeS).ops.map((op) => ("opacity" in op ? Math.round(op.opacity * 1000) / 1000 : 1));
};

describe("own leaves beside mirrored ones", () => {
  const mirrored = box("m", { moves: [fade("m-in", "arrive", 1)] });
  const own = box("o", { moves: [fade("o-out", "leave", 0.4)] });
  test("begin with the phase, together with the first that leaves by its mirror", async () => {
    const { table } = await sceneOf(designWith([mirrored, own]), { fields: {}, lengthS: 6 });
    expect([table.leaveS, table.ownLeaveS]).toEqual([1, 1]);
    expect((await opacity([mirrored, own], 4.99)).length).toBe(2);
    // A half of its own 0.4 s after the phase began it is on its way, and then gone for good.
    const half = await opacity([own, mirrored], 5.2);
    expect(half[0]).toBeGreaterThan(0);
    expect(half[0]).toBeLessThan(1);
    expect((await opacity([own, mirrored], 5.5)).length).toBe(1);
    expect((await opacity([own, mirrored], 5.9)).length).toBe(1);
  });
  test("that take longer begin before the mirrored ones and end with the clip", async () => {
    const slow = box("o", { moves: [fade("o-out", "leave", 2)] });
    const { table } = await sceneOf(designWith([mirrored, slow]), { fields: {}, lengthS: 6 });
    expect(table.leaveS).toBe(2);
    expect((await opacity([slow, mirrored], 4.5))[1]).toBe(1);
    expect((await opacity([slow, mirrored], 4.5))[0]).toBeLessThan(1);
  });
});

test("keyTicks gives every key its second in the order they are written in", async () => {
  const keys = [
    { at: { anchor: "end", gap: -1 }, value: 3, hold: true },
    { at: { anchor: "start", gap: 0.5 }, value: 1 },
    { at: { anchor: "stay", share: 0.5 }, value: 2 },
  ];
  const scene = await sceneOf(designWith([box("b", { keys: [{ property: "dx", keys }] })]), { fields: {}, lengthS: 5 });
  const ticks = keyTicks(scene.still, scene.table);
  expect(ticks.map(({ key, hold }) => [key, hold])).toEqual([
    [0, true],
    [1, false],
    [2, false],
  ]);
  expect(ticks[0]!.timeS).toBeCloseTo(5 - 1 / 30 - 1, 6);
  expect([ticks[1]!.timeS, ticks[2]!.timeS]).toEqual([0.5, 2.5]);
});
