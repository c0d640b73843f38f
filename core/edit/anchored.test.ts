import { describe, expect, test } from "@jest/globals";
import { frameCount, frameRates, frameToS } from "../document/fps";
import { box, designWith, sceneOf } from "../testing/scene";
import { anchoredAt } from "./anchored";
import { keyTicks } from "../schedule/timetable";

const move = (length: number) => ({ id: "m", kind: "fade", phase: "arrive", length });

describe.each(Object.entries(frameRates))("at %s frames a second", (_, fps) => {
  test.each([0, 0.4, 1.3])(
    "keys on the first and last frame stay there when something comes to arrive in %d s",
    async (arriveS) => {
      const lengthS = 4;
      const lastS = frameToS(frameCount(lengthS, fps) - 1, fps);
      for (const [frame, wanted] of [
        [0, { anchor: "start", gap: 0 }],
        [lastS, { anchor: "end", gap: 0 }],
      ] as const) {
        const at = anchoredAt(frame, { arriveS, leaveS: arriveS * 0.8, lengthS, fps });
        expect(at).toEqual(wanted);
        const keys = [{ property: "dx", keys: [{ at, value: 1 }] }];
        const scene = await sceneOf(designWith([box("a", { keys, moves: [move(2)] })]), { fields: {}, lengthS });
        const [tick] = keyTicks(scene.still, scene.table);
        expect(tick!.timeS).toBeCloseTo(frame === 0 ? 0 : scene.table.lastS, 9);
      }
    },
  );
});

test("every other instant comes back as it was set, in all three phases", async () => {
  const fps = frameRates["25"]!;
  const phases = { arriveS: 0.6, leaveS: 0.48, lengthS: 4, fps };
  const at = (timeS: number) => anchoredAt(timeS, phases).anchor;
  expect([at(0.04), at(0.6), at(0.64), at(2), at(3.48), at(3.52), at(3.92)]).toEqual([
    ...["start", "start", "stay", "stay", "stay", "end", "end"],
  ]);
});
