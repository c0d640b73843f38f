import { describe, expect, test } from "@jest/globals";
import { IssueError } from "../issue";
import { box, designWith, sceneOf } from "../testing/scene";

const move = (id: string, more: Record<string, unknown> = {}) => ({
  id,
  kind: "fade",
  phase: "arrive",
  length: 0.4,
  ...more,
});
const scene = (moves: Record<string, unknown[]>, lengthS: number, more: Record<string, unknown> = {}) =>
  sceneOf(
    designWith(
      Object.entries(moves).map(([id, list]) => box(id, { moves: list })),
      more,
    ),
    { fields: {}, lengthS },
  );
const times = (
  table: Awaited<ReturnType<typeof scene>>["table"],
  layer: string,
  phase: "arrive" | "leave" = "arrive",
) => table.layers.get(layer)![phase].map((m) => [m.startS, m.endS]);

describe("schedule", () => {
  test("starts moves with the phase, after another starts, and after another settles", async () => {
    const { table } = await scene(
      {
        a: [move("m1", { start: { gap: 0.1 } })],
        b: [move("m2", { start: { to: "m1", edge: "start", gap: 0.05 } })],
        c: [move("m3", { start: { to: "m2", edge: "settle", gap: -0.1 } })],
      },
      6,
    );
    expect(times(table, "a")[0]).toEqual([0.1, 0.5]);
    expect(times(table, "b")[0]![0]).toBeCloseTo(0.15, 9);
    expect(times(table, "c")[0]![0]).toBeCloseTo(0.45, 9);
    expect(table.arriveS).toBeCloseTo(0.85, 9);
  });
  test("lets arrive mirrored last its pace times arrive", async () => {
    const { table } = await scene({ a: [move("m")] }, 6, { leavePace: 0.5 });
    expect(table.leaveS).toBeCloseTo(0.2, 9);
  });
  test("squeezes arrive and leave by one factor and says so", async () => {
    const { table } = await scene({ a: [move("m", { length: 2 })] }, 3, { minStay: 1 });
    expect(table.squeeze).toBeCloseTo(0.5, 9);
    expect(table.issues).toEqual([{ code: "clip_too_short", factor: table.squeeze }]);
  });
  test("survives any length from a tenth of a second to five minutes", async () => {
    for (const lengthS of [0.1, 0.5, 2, 300]) {
      const { table } = await scene({ a: [move("m", { length: 2 })] }, lengthS);
      expect((table.arriveS + table.leaveS) * table.squeeze).toBeLessThanOrEqual(lengthS);
    }
  });
  test("names moves that wait for each other, and moves that are not there", async () => {
    const loop = { a: [move("m1", { start: { to: "m2" } })], b: [move("m2", { start: { to: "m1" } })] };
    await expect(scene(loop, 6)).rejects.toThrow(IssueError);
    await expect(scene({ a: [move("m1", { start: { to: "ghost" } })] }, 6)).rejects.toThrow("start_unknown");
  });
});
