import { mkdtemp, rm, writeFile } from "node:fs/promises";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { afterAll, beforeAll, describe, expect, test } from "@jest/globals";
import { box, designWith, outputOf, smallHouse, testHouse } from "@/core/testing/scene";
import { makeClip } from "./clip";
import { differenceOf } from "./proof/difference";
import { yuvOf } from "@/core/media/yuv";
import { runFfmpeg } from "./ffmpeg";
import { FootageError, readFootage } from "./footage";
import { soundOf } from "./sound";

/* What is in a finished file, whole, looked at by another decoder's eyes: outside the graphic, and to its last second. */
let folder: string;
beforeAll(async () => {
  folder = await mkdtemp(join(tmpdir(), "rubrick-files-"));
});
afterAll(() => rm(folder, { recursive: true, force: true }));

const fixed = (width: number, height: number, dx = 0, dy = 0) => ({
  ...{ width: { kind: "fixed", u: width }, height: { kind: "fixed", u: height } },
  place: { dx, dy },
});
const panel = box("a", { ...fixed(30, 20, 20, 30), fill: { kind: "plain", colour: "#e02040ff" } });
const footage = { kind: "footage", media: `media:${"0".repeat(64)}` };

const clip = (
  file: string,
  output: object,
  more: Record<string, unknown> = {},
  layers: unknown[] = [panel],
  lengthS = 1,
  house = smallHouse,
) =>
  makeClip({
    scene: { design: designWith(layers), values: { fields: {}, lengthS }, house, format: "square" },
    output: outputOf(output),
    loadPicture: async () => Promise.reject(new Error("no pictures here")),
    folder,
    file: join(folder, file),
    ...more,
  });

/** Pixels of a side of the small square. */
const side = 270;

/** One frame of a file as RGB. */
async function frameOf(file: string, timeS = 0.5) {
  const raw = ["-vf", "scale=in_color_matrix=bt709,format=rgb24", "-frames:v", "1", "-f", "rawvideo", "pipe:1"];
  const data = await runFfmpeg(["-ss", String(timeS), "-i", join(folder, file), ...raw]);
  return (x: number, y: number) => [0, 1, 2].map((c) => data[(y * side + x) * 3 + c]!);
}
const near = (found: number[], wanted: number[], by: number) =>
  found.forEach((level, c) => expect(Math.abs(level - wanted[c]!)).toBeLessThanOrEqual(by));

/** Seconds that each stream of a file lasts, by decoding it. */
async function lengthsOf(file: string) {
  const picture = await runFfmpeg([
    "-i",
    join(folder, file),
    "-map",
    "0:v",
    "-vf",
    "scale=2:2",
    "-f",
    "rawvideo",
    "-pix_fmt",
    "gray",
    "pipe:1",
  ]);
  const sound = await runFfmpeg([
    "-i",
    join(folder, file),
    "-map",
    "0:a",
    "-ac",
    "1",
    "-ar",
    "8000",
    "-f",
    "s16le",
    "pipe:1",
  ]);
  return { pictureS: picture.length / 4 / 25, soundS: sound.length / 16000 };
}

describe("a clip over a colour", () => {
  test.each(["#00ff00", "#203040", "#f4c64e"])(
    "is %s to its corners, with no box about the graphic",
    async (colour) => {
      const { proof } = await clip("over.mp4", { kind: "h264", backing: { kind: "colour", colour } });
      expect(proof.faults).toEqual([]);
      const at = await frameOf("over.mp4");
      const wanted = [1, 3, 5].map((i) => parseInt(colour.slice(i, i + 2), 16));
      // Just inside and just outside of the bounds, and in the corner.
      for (const [x, y] of [
        [1, 1],
        [52, 79],
        [57, 145],
        [137, 75],
        [267, 267],
      ] as const)
        near(at(x, y), wanted, 4);
      near(at(75, 100), [0xe0, 0x20, 0x40], 6);
    },
  );
  test("whose ground is another beside the graphic is found", () => {
    const format = { width: 4, height: 2 };
    const actual = new Uint8Array(32).fill(100);
    actual.set([0, 215, 0, 255], 28);
    const under = new Uint8Array(32).fill(100);
    const bounds = { x: 0, y: 0, width: 2, height: 2 };
    const { outsideError } = differenceOf({ actual, painted: new Uint8Array(16), under, bounds, format });
    expect(outsideError).toBeGreaterThan(10);
  });
  test("has levels by BT.709", () => {
    expect([yuvOf("#ffffff"), yuvOf("#000000"), yuvOf("#00ff00")]).toEqual([
      [235, 128, 128],
      [16, 128, 128],
      [173, 42, 26],
    ]);
  });
});

describe("sound", () => {
  const tone = async (name: string, seconds: number) => {
    const file = join(folder, name);
    await runFfmpeg(["-f", "lavfi", "-i", `sine=f=440:d=${seconds}`, "-y", file]);
    return { file, fromS: 0, untilS: seconds, gain: 1 };
  };
  test.each([
    ["over a colour", { own: true, over: false, lengthS: 4 }],
    ["over footage", { own: true, over: true, lengthS: 4 }],
    ["of footage alone that starts again and again", { own: false, over: true, lengthS: 12 }],
  ])("lasts as long as the picture, %s", async (_, { own, over, lengthS }) => {
    const sound = own ? await tone("tone.wav", 5) : undefined;
    const under = join(folder, "under.mp4");
    const sources = ["-f", "lavfi", "-i", "testsrc2=d=1:s=320x180:r=25", "-f", "lavfi", "-i", "sine=f=200:d=1"];
    if (over) await runFfmpeg([...sources, "-c:v", "libx264", "-pix_fmt", "yuv420p", "-c:a", "aac", "-y", under]);
    const backing = over ? footage : { kind: "colour", colour: "#203040" };
    const { proof } = await clip(
      "heard.mp4",
      { kind: "h264", backing },
      { ...(sound ? { sound } : {}), ...(over ? { footage: under } : {}) },
      [panel],
      lengthS,
    );
    expect(proof.faults).toEqual([]);
    const { pictureS, soundS } = await lengthsOf("heard.mp4");
    expect(pictureS).toBe(lengthS);
    expect(Math.abs(soundS - lengthS)).toBeLessThan(0.05);
  });
  test("that the house style has not any more is told, not left out", async () => {
    const design = { ...designWith([panel]), sound: { sound: "gone", from: 0, gain: 1 } };
    await expect(soundOf(design, testHouse, async (hash) => hash)).rejects.toThrow(/sound_unknown/);
  });
});

describe("footage", () => {
  const make = async (name: string, source: string, ...args: string[]) => {
    const file = join(folder, name);
    await runFfmpeg(["-f", "lavfi", "-i", source, "-c:v", "libx264", "-preset", "ultrafast", ...args, "-y", file]);
    return file;
  };
  const over = (file: string) => clip("laid.mp4", { kind: "h264", backing: footage }, { footage: file });
  test("of pixels that are not square is not squeezed", async () => {
    // A square of 270 × 270 seen pixels in a picture that is stored half as wide.
    const disc = "color=c=black:s=540x1080:r=25:d=1,drawbox=x=203:y=405:w=135:h=270:color=white:t=fill,format=yuv420p";
    const { proof } = await over(await make("narrow.mp4", disc, "-vf", "setsar=2"));
    expect(proof.faults).toEqual([]);
    const at = await frameOf("laid.mp4");
    expect([at(150, 135)[0]! > 200, at(166, 135)[0]! > 200, at(172, 135)[0]! < 60, at(135, 172)[0]! < 60]).toEqual([
      true,
      true,
      true,
      true,
    ]);
  });
  test("in high definition without tags is read by BT.709, smaller footage by BT.601", async () => {
    const levels = (size: string) => `color=c=black:s=${size}:r=25:d=1,format=yuv420p,lutyuv=y=173:u=42:v=26`;
    await over(await make("hd.mp4", levels("1280x1280")));
    near((await frameOf("laid.mp4"))(10, 10), [0, 255, 0], 6);
    expect((await readFootage(await make("sd.mp4", levels("320x320")))).matrix).toBe("bt601");
    expect((await readFootage(await make("tagged.mp4", levels("1280x1280"), "-colorspace", "bt709"))).matrix).toBe(
      "auto",
    );
  });
  test("that is broken, cut off, or sound alone is refused in words", async () => {
    const broken = join(folder, "broken.mp4");
    await writeFile(broken, Buffer.alloc(5000, 7));
    await expect(over(broken)).rejects.toThrow(FootageError);
    const words = "The footage can’t be read: it is damaged, cut off, or no video. Choose another one.";
    await expect(over(broken)).rejects.toThrow(words);
    const voice = join(folder, "voice.mp4");
    await runFfmpeg(["-f", "lavfi", "-i", "sine=d=1", "-c:a", "aac", "-y", voice]);
    await expect(over(voice)).rejects.toThrow("The footage has sound only and no picture. Choose a video.");
  });
});

describe("a proof passes", () => {
  test.each([
    ["vp9-alpha", "full.webm"],
    ["prores-4444", "full.mov"],
  ])("a %s that covers the whole picture", async (kind, file) => {
    const whole = box("a", { ...fixed(100, 100), fill: { kind: "plain", colour: "#2f6b4fff" } });
    expect((await clip(file, { kind }, {}, [whole], 1, testHouse)).proof.faults).toEqual([]);
  });
  test.each(["#ff0000ff", "#0000ffff", "#00ff00ff"])("a small dot of %s in every kind", async (colour) => {
    const dot = { ...box("a", { ...fixed(1.2, 1.2, 50.13, 50.07), fill: { kind: "plain", colour } }), kind: "ellipse" };
    const black = { kind: "h264", backing: { kind: "colour", colour: "#ffffff" } };
    for (const [output, file] of [
      [black, "dot.mp4"],
      [{ kind: "vp9-alpha" }, "dot.webm"],
      [{ kind: "prores-4444" }, "dot.mov"],
    ] as const) {
      expect((await clip(file, output, {}, [dot])).proof.faults).toEqual([]);
    }
  });
});

describe("a film of PNG frames", () => {
  test("has the painted pixels to the last level, half-clear white as half-clear white, and its exact rate", async () => {
    const half = { ...panel, opacity: 0.5, fill: { kind: "plain", colour: "#ffffffff" } };
    const ntsc = { num: 30000, den: 1001 };
    const { proof, frames } = await clip("half.mov", { kind: "png-mov", fps: ntsc }, {}, [half]);
    expect(proof).toMatchObject({ faults: [], rate: "30000/1001", frames });
    for (const { meanError, maxError } of proof.instants) expect([meanError, maxError]).toEqual([0, 0]);
    const args = ["-i", join(folder, "half.mov"), "-frames:v", "1", "-f", "rawvideo", "-pix_fmt", "rgba", "pipe:1"];
    const pixels = await runFfmpeg(args);
    const at = (x: number, y: number) => [...pixels.subarray((y * side + x) * 4, (y * side + x) * 4 + 4)];
    expect(at(75, 100).slice(0, 3)).toEqual([255, 255, 255]);
    expect(Math.abs(at(75, 100)[3]! - 128)).toBeLessThanOrEqual(1);
    expect(at(267, 267)[3]).toBe(0);
  });
});
