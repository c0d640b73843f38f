import { mkdtemp, rm } from "node:fs/promises";
import { readFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { afterAll, beforeAll, describe, expect, test } from "@jest/globals";
import { RunningOrder } from "@/core/document/order";
import { box, designWith, outputOf, smallHouse, words } from "@/core/testing/scene";
import type { MadeOutput } from "@/core/outputs/output";
import type { ClipResult } from "./clip";
import { runFfmpeg } from "./ffmpeg";
import { makeOrderClips } from "./order-clip";
let folder: string;
beforeAll(async () => {
  folder = await mkdtemp(join(tmpdir(), "rubrick-order-"));
  await runFfmpeg(["-f", "lavfi", "-i", "sine=f=900:d=3", "-y", join(folder, "voice.wav")]);
});
afterAll(() => rm(folder, { recursive: true, force: true }));

const fps = { num: 25, den: 1 };
const slide = { id: "m", kind: "slide", phase: "arrive", from: "left", start: { gap: 0 }, length: 0.4 };
const design = (colour: string, said: string) =>
  designWith([
    box("a", { fill: { kind: "plain", colour }, place: { dx: 20, dy: 20 }, moves: [slide] }),
    words("t", said, { place: { dx: 30, dy: 60 } }),
  ]);
const sounds = [{ id: "v", name: "V", hash: "a".repeat(64), durationS: 3 }];
const desks = {
  one: {
    design: { ...design("#e0408080", "Moss"), sound: { sound: "v", from: 0.5, gain: 1 } },
    house: { ...smallHouse, sounds },
  },
  two: { design: design("#20a060ff", "Fern"), house: { ...smallHouse, sounds } },
};

const orderOf = (more: object = {}) =>
  RunningOrder.parse({
    ...{ version: 1, name: "Two", handOver: { kind: "leaving" } },
    entries: ["one", "two"].map((id) => ({ id, release: id, values: { fields: {}, lengthS: 2 } })),
    ...more,
  });

/** Makes one file of an order. */
async function made(order: RunningOrder, output: object, name: string): Promise<ClipResult> {
  let result: ClipResult | undefined;
  await makeOrderClips({
    order: { order, desks, format: "square" },
    files: [{ output: outputOf(output) as MadeOutput, file: join(folder, name) }],
    folder,
    loadPicture: async () => Promise.reject(new Error("no pictures here")),
    soundFile: async () => join(folder, "voice.wav"),
    made: async (_, one) => void (result = one),
    failed: async (_, error) => Promise.reject(error),
  });
  return result!;
}

describe("a whole order", () => {
  const film = { id: "o", name: "O", kind: "vp9-alpha", fps };
  test("is one film that its proof passes, its parts handed over by how they leave", async () => {
    const { frames, proof } = await made(orderOf(), film, "two.webm");
    expect(proof.faults).toEqual([]);
    // Each leaves in 0.4 s, and the second comes as the first does.
    expect(frames).toBe(90);
    expect(proof.alpha!.min).toBe(0);
  });
  test("shown again and again it is painted once, and is as long as it says", async () => {
    const small = { ...film, scale: 0.25 };
    const once = await made(orderOf(), small, "once.webm");
    // So long that a proof does not decode all of it.
    const often = await made(orderOf({ repeat: { times: 9, pauseS: 30 } }), small, "often.webm");
    expect(often.proof.faults).toEqual([]);
    expect([often.frames, often.proof.frames]).toEqual([9 * 90 + 8 * 750, 9 * 90 + 8 * 750]);
    // The pause is a picture more, and is wanted again after others have let it go.
    expect(often.painted).toBeLessThanOrEqual(once.painted + 2);
  });
  test("is heard where its parts are, in every showing, and nowhere else", async () => {
    const backing = { kind: "colour", colour: "#203040" };
    const order = orderOf({ handOver: { kind: "gap", seconds: 1 }, repeat: { times: 2, pauseS: 1 } });
    const { proof } = await made(order, { id: "o", name: "O", kind: "h264", fps, backing }, "heard.mp4");
    expect([proof.faults, proof.sound]).toEqual([[], true]);
    const loudness = async (fromS: number) => {
      const cut = ["-ss", String(fromS), "-t", "0.4", "-i", join(folder, "heard.mp4")];
      const raw = await runFfmpeg([...cut, "-ac", "1", "-ar", "8000", "-f", "s16le", "pipe:1"]);
      let sum = 0;
      for (let i = 0; i + 1 < raw.length; i += 2) sum += raw.readInt16LE(i) ** 2;
      return Math.sqrt(sum / (raw.length / 2));
    };
    // Two seconds of the first, a second of nothing, two of the second, which says nothing; then all again from 6 on.
    for (const loud of [0.3, 1.4, 6.3, 7.4]) expect(await loudness(loud)).toBeGreaterThan(1000);
    for (const still of [2.3, 3.5, 5.3, 8.4, 9.5]) expect(await loudness(still)).toBeLessThan(50);
  });
  test("says what its parts say, when they do", async () => {
    const order = orderOf({ handOver: { kind: "gap", seconds: 3 } });
    const { proof } = await made(order, { id: "o", name: "O", kind: "vtt" }, "words.vtt");
    expect(proof.faults).toEqual([]);
    const text = readFileSync(join(folder, "words.vtt"), "utf8");
    expect(text.indexOf("Moss")).toBeLessThan(text.indexOf("Fern"));
    expect(text).toMatch(/00:05\.\d+ --> 00:07\.000\nFern|00:00:05\.\d+ --> 00:00:07\.000\nFern/);
  });
});
