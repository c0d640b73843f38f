import { mkdtemp, rm } from "node:fs/promises";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { afterAll, beforeAll, describe, expect, test } from "@jest/globals";
import { box, designWith, outputOf, smallHouse, testHouse, words } from "@/core/testing/scene";
import { makeClip } from "./clip";
import { runFfmpeg } from "./ffmpeg";

const plain = async (hash: string) => hash;
const noPictures = async () => Promise.reject(new Error("no pictures here"));
let folder: string;
beforeAll(async () => {
  folder = await mkdtemp(join(tmpdir(), "rubrick-clip-"));
});
afterAll(() => rm(folder, { recursive: true, force: true }));

const half = { kind: "plain", colour: "#e0408080" };
const move = { id: "m", kind: "slide", phase: "arrive", from: "left", start: { gap: 0.06 }, length: 0.4 };
const design = designWith([
  box("a", { fill: half, place: { dx: 20, dy: 20 }, moves: [move] }),
  words("t", "Fern", { place: { dx: 60, dy: 40 } }),
]);

const whole = { design, values: { fields: {}, lengthS: 2 }, house: testHouse, format: "square" };
const clip = (output: object, file: string, more: Record<string, unknown> = {}) =>
  makeClip({
    scene: { ...whole, house: smallHouse },
    output: outputOf(output),
    loadPicture: noPictures,
    folder,
    file: join(folder, file),
    ...more,
  });
const fps = { num: 30000, den: 1001 };

describe("makeClip", () => {
  test.each([
    ["vp9-alpha", "a.webm"],
    ["prores-4444", "a.mov"],
  ])("makes a see-through %s that its proof passes, half-transparent colours too", async (kind, file) => {
    const { proof, frames, painted } = await clip({ id: "o", name: "O", kind, fps }, file, { scene: whole });
    expect(proof.faults).toEqual([]);
    expect(proof).toMatchObject({ frames: 60, width: 1080, height: 1080, rate: "30000/1001", sound: false });
    expect(proof.alpha!.min).toBe(0);
    expect(painted).toBeLessThan(frames / 2);
  });
  test("lays a clip over footage, with its sound, starting the footage again when it is shorter", async () => {
    const footage = join(folder, "footage.mp4");
    const sources = ["-f", "lavfi", "-i", "testsrc2=d=1:s=640x360:r=25", "-f", "lavfi", "-i", "sine=d=1"];
    await runFfmpeg([...sources, "-c:v", "libx264", "-pix_fmt", "yuv420p", "-c:a", "aac", "-y", footage]);
    const backing = { kind: "footage", media: `media:${"0".repeat(64)}` };
    const { proof } = await clip({ id: "o", name: "O", kind: "h264", fps: { num: 25, den: 1 }, backing }, "b.mp4", {
      footage,
    });
    expect(proof.faults).toEqual([]);
    expect(proof).toMatchObject({ frames: 50, sound: true, alpha: null });
  });
  test.each([
    ["over a colour", undefined],
    ["over footage without sound", ["-an"]],
    ["over footage with sound", ["-c:a", "aac"]],
  ])("mixes in the design's own sound %s, from its second on and no longer than the clip", async (name, coded) => {
    const footage = join(folder, "under.mp4");
    const voice = join(folder, "voice.wav");
    await runFfmpeg(["-f", "lavfi", "-i", "sine=f=900:d=1.5", "-y", voice]);
    if (coded) {
      const sources = ["-f", "lavfi", "-i", "testsrc2=d=1:s=320x180:r=25", "-f", "lavfi", "-i", "sine=f=200:d=1"];
      await runFfmpeg([...sources, "-c:v", "libx264", "-pix_fmt", "yuv420p", ...coded, "-y", footage]);
    }
    const backing = coded
      ? { kind: "footage", media: `media:${"0".repeat(64)}` }
      : { kind: "colour", colour: "#203040" };
    const file = `${name.replaceAll(" ", "-")}.mp4`;
    const { proof } = await clip({ id: "o", name: "O", kind: "h264", fps: { num: 25, den: 1 }, backing }, file, {
      sound: { file: voice, fromS: 0.5, untilS: 1.5, gain: 0.8 },
      ...(coded ? { footage } : {}),
    });
    expect(proof.faults).toEqual([]);
    expect(proof.sound).toBe(true);
    // Loud while the sound lasts, and silent (or only the footage) after it: one second of the clip's two.
    const loudness = async (fromS: number) => {
      const cut = ["-ss", String(fromS), "-t", "0.5", "-i", join(folder, file), "-af", "highpass=f=600"];
      const raw = await runFfmpeg([...cut, "-ac", "1", "-ar", "8000", "-f", "s16le", "pipe:1"]);
      let sum = 0;
      for (let i = 0; i + 1 < raw.length; i += 2) sum += raw.readInt16LE(i) ** 2;
      return Math.sqrt(sum / (raw.length / 2));
    };
    const [during, after] = [await loudness(0.3), await loudness(1.3)];
    expect(during).toBeGreaterThan(500);
    expect(after).toBeLessThan(during / 3);
  });
  test("soundOf hears the part of a sound that a design asks for, and nothing where there is none", async () => {
    const { soundOf } = await import("./sound");
    const sounds = [{ id: "v", name: "V", hash: "a".repeat(64), durationS: 3 }];
    const heard = { ...design, sound: { sound: "v", from: 1, gain: 1 } };
    expect(await soundOf(heard, { ...testHouse, sounds }, plain)).toMatchObject({ fromS: 1, untilS: 3 });
    expect(await soundOf(design, testHouse, plain)).toBeUndefined();
    expect(
      await soundOf({ ...heard, sound: { ...heard.sound, from: 3 } }, { ...testHouse, sounds }, plain),
    ).toBeUndefined();
  });
  test("tells progress in frames of the clip, up to all of them", async () => {
    const seen: number[] = [];
    const backing = { kind: "colour", colour: "#203040" };
    const progress = (done: number, total: number) => seen.push(done / total);
    await clip({ id: "o", name: "O", kind: "h264", fps, backing }, "c.mp4", { progress });
    expect(seen[0]).toBe(0);
    expect(seen[seen.length - 1]).toBe(1);
    expect([...seen].sort((a, b) => a - b)).toEqual(seen);
  });
  test("stops at once while it is still planning a clip that never rests", async () => {
    const busy = designWith([
      box("a", { meter: { property: "width" } }),
      words("t", "0:00", { timer: { mode: "down" } }),
    ]);
    const scene = { design: busy, values: { fields: {}, lengthS: 600 }, house: smallHouse, format: "square" };
    const stop = new AbortController();
    // Everything else has its turn meanwhile, again and again: a lease is renewed, cancelling is heard.
    let turns = 0;
    const beat = setInterval(() => ++turns === 4 && stop.abort(new Error("enough")), 50);
    const output = { id: "o", name: "O", kind: "vp9-alpha", fps: { num: 60, den: 1 } };
    await expect(clip(output, "long.webm", { scene, signal: stop.signal })).rejects.toThrow("enough");
    clearInterval(beat);
  });
  test("finds a clip whose picture is not the one that was painted", async () => {
    const { encoders } = await import("./outputs/kinds");
    const { prepareScene } = await import("@/core/scene");
    const { planClip } = await import("@/core/sample/clip");
    const { PaintedFrames } = await import("./painted");
    const { fontBook, loadFace } = await import("./fonts");
    const output = { id: "o", name: "O", kind: "prores-4444", fps } as const;
    await clip(output, "d.mov");
    const other = designWith([box("a", { fill: half, place: { dx: 24, dy: 20 }, moves: [move] })]);
    const scene = await prepareScene(
      { design: other, values: { fields: {}, lengthS: 2 }, house: smallHouse, format: "square" },
      fontBook(),
      loadFace,
    );
    const plan = planClip(scene, fps);
    const frames = new PaintedFrames(scene, plan, noPictures);
    const job = { file: join(folder, "d.mov"), playable: scene, plan, output, folder };
    const proof = await encoders["prores-4444"].prove(job, frames);
    expect(proof.passed).toBe(false);
  });
});
