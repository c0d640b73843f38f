import { describe, expect, test } from "@jest/globals";
import { IssueError } from "../issue";
import { designWith, sceneOf, box, testHouse } from "../testing/scene";
import { rastersOf } from "../sample/rasters";
import { meterValue } from "../sample/keyed";
import { timedPlayback, videoFrame } from "./playback";

const hash = "a".repeat(64);
const video = { id: "loop", name: "Loop", hash, width: 40, height: 20, fps: { num: 10, den: 1 }, frames: 20 };
const house = { ...testHouse, videos: [video] };
const slot = (playback: object) => {
  const { fill: _, ...layer } = box("slot", { kind: "picture", media: "video:loop", playback });
  return layer;
};

const sceneWith = (playback: object, meter: object = {}, lengthS = 6) =>
  sceneOf(
    designWith([slot(playback), box("bar", { meter: { property: "width", ...meter } })]),
    { fields: {}, lengthS },
    "wide",
    house,
  );
const frameAt = async (playback: object, timeS: number) => {
  const scene = await sceneWith(playback);
  const [ref] = rastersOf(scene.sample(timeS).ops);
  return Number(ref!.slice(hash.length + 1));
};

describe("a video in a slot", () => {
  test.each([
    [{}, 0, 0],
    [{}, 0.1, 1],
    [{}, 1.99, 19],
    [{}, 4, 19],
    [{ from: 0.5 }, 0.1, 6],
    [{ speed: 2 }, 0.5, 10],
    [{ start: { anchor: "start", gap: 1 } }, 0.9, 0],
    [{ start: { anchor: "start", gap: 1 } }, 1.25, 2],
    [{ atEnd: "again" }, 2, 0],
    [{ atEnd: "again", from: 1 }, 1.1, 11],
  ])("played with %j shows at %f s frame %i", async (playback, timeS, frame) => {
    expect(await frameAt(playback, timeS)).toBe(frame);
  });
  test("is over when its last frame has been shown", () => {
    const layer = { kind: "picture", playback: { from: 0.5, speed: 0.5, start: {}, atEnd: "hold" } };
    const content = { kind: "raster", hash, width: 1, height: 1, clip: { fps: video.fps, frames: 20 } };
    const played = timedPlayback({ layer, content } as never, () => 1)!;
    expect(played).toMatchObject({ startS: 1, endS: 4, first: 5 });
    expect(videoFrame(played, 3.9)).toBe(19);
  });
  test("carries a meter over its own length, even and full at its last frame", async () => {
    const by = (edge: string) => ({ anchor: "video", layer: "slot", edge });
    const scene = await sceneWith({ start: { anchor: "start", gap: 1 } }, { start: by("start"), end: by("end") });
    const meter = scene.table.layers.get("bar")!.meter!;
    expect(meter.startS).toBe(1);
    expect(meter.endS).toBeCloseTo(3 - 1 / 30, 9);
    const quarter = (meter.endS - meter.startS) / 4;
    expect(meterValue(meter, 1 + quarter)).toBeCloseTo(0.25, 9);
    expect(meterValue(meter, 3 - 1 / 30)).toBe(1);
  });
  test("makes every instant a picture of its own only while it plays", async () => {
    const scene = await sceneOf(designWith([slot({})]), { fields: {}, lengthS: 6 }, "wide", house);
    expect(scene.sample(1).key).not.toBe(scene.sample(1.1).key);
    expect(scene.sample(3).key).toBe(scene.sample(4).key);
  });
  test("lasts as long as the clip while its slot is empty", async () => {
    const by = (edge: string) => ({ anchor: "video", layer: "slot", edge });
    const { fill: _, ...empty } = box("slot", { kind: "picture", media: "" });
    const bar = box("bar", { meter: { property: "width", start: by("start"), end: by("end") } });
    const scene = await sceneOf(designWith([empty, bar]), { fields: {}, lengthS: 6 }, "wide", house);
    expect(scene.table.layers.get("bar")!.meter).toMatchObject({ startS: 0, endS: expect.closeTo(6 - 1 / 30, 9) });
  });
  test("cannot be what a layer without a video goes by", async () => {
    const wrong = sceneWith({}, { start: { anchor: "video", layer: "bar", edge: "start" } });
    await expect(wrong).rejects.toThrow(IssueError);
  });
});
