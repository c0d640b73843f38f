import { describe, expect, test } from "@jest/globals";
import { RunningOrder } from "../document/order";
import { frameCount, frameToS } from "../document/fps";
import { planClip } from "../sample/clip";
import type { Playable } from "../sample/playable";
import { box, designWith, sceneOf } from "../testing/scene";
import { orderPlayable } from "./playable";
import { timeOrder } from "./time-order";

const fps = { num: 30000, den: 1001 };
const panel = (colour: string) => ({
  ...box("panel", { place: { on: "title-safe" }, width: { kind: "fixed", u: 40 } }),
  fill: { kind: "plain", colour },
  moves: [
    {
      id: "in",
      kind: "slide",
      phase: "arrive",
      length: 0.5,
      from: "left",
      start: { to: "phase", edge: "start", gap: 0 },
    },
  ],
});

const lengths = { a: 2, b: 3, c: 2.5 } as const;
const ids = Object.keys(lengths) as (keyof typeof lengths)[];

/** Three panels that come and go, one after the other. */
async function built(more: object = {}) {
  const order = RunningOrder.parse({
    version: 1,
    name: "Three",
    entries: ids.map((id) => ({ id, release: id, values: { fields: {} } })),
    ...more,
  });
  const leaveS = 0.5;
  const timed = timeOrder(
    order,
    ({ id }) => ({ lengthS: lengths[id as keyof typeof lengths], minS: 1, maxS: 9, leaveS: () => leaveS }),
    fps,
  );
  const scenes = await Promise.all(
    timed.parts.map(({ frames }, i) =>
      sceneOf(designWith([panel(["#112233ff", "#445566ff", "#778899ff"][i]!)]), {
        fields: {},
        lengthS: frameToS(frames, fps),
      }),
    ),
  );
  return { timed, scenes: scenes as readonly Playable[], order: orderPlayable(scenes[0]!.format, timed, scenes) };
}

describe("an order is played like a clip", () => {
  test("of one entry it is that clip, frame by frame", async () => {
    const alone = await built({ entries: [{ id: "a", release: "a", values: { fields: {} } }] });
    const frames = frameCount(alone.order.lengthS, fps);
    expect(frames).toBe(frameCount(2, fps));
    for (let frame = 0; frame < frames; frame++) {
      const timeS = frameToS(frame, fps);
      expect(alone.order.sample(timeS).key).toBe(alone.scenes[0]!.sample(timeS).key);
    }
  });
  test("each part shows what its own clip shows, wherever it stands", async () => {
    const { order, timed, scenes } = await built({ handOver: { kind: "gap", seconds: 0.7 } });
    for (const [i, { startFrame, frames }] of timed.parts.entries()) {
      for (let frame = 0; frame < frames; frame += 5) {
        const shown = order.sample(frameToS(startFrame + frame, fps)).key;
        expect(shown).toBe(scenes[i]!.sample(frameToS(frame, fps)).key);
      }
    }
    // Between two of them nothing is on.
    expect(order.sample(frameToS(timed.parts[1]!.startFrame - 2, fps)).ops).toEqual([]);
  });
  test("where two overlap both are on, the later over the earlier", async () => {
    const { order, timed } = await built({ handOver: { kind: "overlap", seconds: 1 } });
    const between = frameToS(timed.parts[1]!.startFrame + 10, fps);
    expect(order.sample(between).ops.map(({ kind }) => kind)).toEqual(["layer", "layer"]);
  });
  test("many showings are painted once: as many pictures as one has", async () => {
    const repeat = { times: 5, pauseS: 60.3 };
    const [once, often] = [await built(), await built({ repeat })];
    const [one, five] = [planClip(once.order, fps), planClip(often.order, fps)];
    // The pause shows nothing, which one showing has too where it hands over.
    expect(five.distinct.length).toBe(one.distinct.length);
    expect(five.frames.length).toBe(4 * often.timed.periodFrames + often.timed.showingFrames);
    for (let showing = 1; showing < 5; showing++) {
      const from = showing * often.timed.periodFrames;
      expect(five.frames.slice(from, from + once.timed.showingFrames)).toEqual(one.frames);
    }
  });
  test("pauses before the first showing and after the last show nothing, and count", async () => {
    const pauses = { times: 2, pauseS: 3, beforeS: 4, afterS: 300 };
    const [plain, paused] = [await built({ repeat: { times: 2, pauseS: 3 } }), await built({ repeat: pauses })];
    const lead = paused.timed.leadFrames;
    expect(Math.abs(paused.order.lengthS - plain.order.lengthS - 304)).toBeLessThan(0.04);
    for (const frame of [0, 50, lead - 1]) expect(paused.order.sample(frameToS(frame, fps)).ops).toEqual([]);
    for (let frame = 0; frame < frameCount(plain.order.lengthS, fps); frame += 7)
      expect(paused.order.sample(frameToS(lead + frame, fps)).key).toBe(plain.order.sample(frameToS(frame, fps)).key);
    for (const secondsBefore of [299, 100, 0.04])
      expect(paused.order.sample(paused.order.lengthS - secondsBefore).ops).toEqual([]);
  });
  test("instants of one rest show one picture, however they are reached", async () => {
    const { order } = await built({ handOver: { kind: "leaving" }, repeat: { times: 2, pauseS: 1 } });
    const keys = new Map<number, string>();
    const frames = frameCount(order.lengthS, fps);
    const mixed = Array.from({ length: frames }, (_, i) => (i * 89) % frames);
    for (const frame of mixed) {
      const timeS = frameToS(frame, fps);
      const rest = order.restAt(timeS);
      if (rest === undefined) continue;
      const { key } = order.sample(timeS);
      expect(keys.get(rest) ?? key).toBe(key);
      keys.set(rest, key);
    }
    expect(keys.size).toBeGreaterThan(2);
  });
  test("says its words at their place in every showing", async () => {
    const { timed, scenes } = await built({ repeat: { times: 3, pauseS: 2 } });
    const said = { startS: 0.5, endS: 1, text: "Moths", words: [{ timeS: 0.6, text: "Moths" }] };
    const speaking = scenes.map((scene) => ({ ...scene, words: () => [said] }));
    const words = orderPlayable(scenes[0]!.format, timed, speaking).words();
    expect(words.length).toBe(9);
    const at = frameToS(2 * timed.periodFrames + timed.parts[1]!.startFrame, fps);
    expect(words[7]).toEqual({
      text: "Moths",
      startS: at + 0.5,
      endS: at + 1,
      words: [{ timeS: at + 0.6, text: "Moths" }],
    });
  });
});
