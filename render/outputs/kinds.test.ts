import { mkdtemp, readFile, rm, stat } from "node:fs/promises";
import { tmpdir } from "node:os";
import { join } from "node:path";
import sharp from "sharp";
import { afterAll, beforeAll, describe, expect, test } from "@jest/globals";
import { frameRates } from "@/core/document/fps";
import type { House } from "@/core/document/house";
import { outputKinds } from "@/core/outputs/kinds";
import { factsOf, type OutputKind } from "@/core/outputs/output";
import { box, designWith, outputOf, smallHouse, testHouse, words } from "@/core/testing/scene";
import { makeClip, makeClips } from "../clip";
import { runFfmpeg } from "../ffmpeg";
import { makeWatchable } from "../watchable";

/* Every kind of file, in two formats and three rates, read back by something else than what wrote it: small, and once whole. */
let folder: string;
beforeAll(async () => {
  folder = await mkdtemp(join(tmpdir(), "rubrick-kinds-"));
});
afterAll(() => rm(folder, { recursive: true, force: true }));

const fixed = (width: number, height: number, dx = 0, dy = 0) => ({
  ...{ width: { kind: "fixed", u: width }, height: { kind: "fixed", u: height } },
  place: { dx, dy },
});
const slide = { id: "m", kind: "slide", phase: "arrive", start: { gap: 0 }, length: 0.3 };
const white = { kind: "plain", colour: "#ffffffff" };
/** A half-clear white panel that slides in, with words on it, and a firm red dot that is there from the first frame. */
const layers = [
  box("panel", { ...fixed(40, 16, 20, 30), opacity: 128 / 255, fill: white, moves: [slide] }),
  box("dot", { ...fixed(8, 8, 70, 70), fill: { kind: "plain", colour: "#e02040ff" } }),
  words("name", "Ada Fernsby", { place: { dx: 24, dy: 34 } }),
];
const design = designWith(layers, { formats: ["square", "wide"] });
/** Pixels of a side of the small square. */
const side = smallHouse.formats.find(({ id }) => id === "square")!.width;
const kinds = Object.keys(outputKinds) as OutputKind[];
const plain = (kind: OutputKind): object =>
  kind === "h264" ? { kind, backing: { kind: "colour", colour: "#203040" } } : { kind };
const loadPicture = async () => Promise.reject(new Error("no pictures here"));

async function make(
  settings: object,
  more: { format?: string; lengthS?: number; layers?: readonly unknown[]; house?: House } = {},
) {
  const output = outputOf(settings);
  const { format = "square", lengthS = 1, house = smallHouse } = more;
  const file = join(folder, `${output.kind}.${factsOf(output).ending}`);
  const scene = {
    design: more.layers ? designWith(more.layers as unknown[], { formats: ["square", "wide"] }) : design,
    ...{ values: { fields: {}, lengthS }, house, format },
  };
  const result = await makeClip({ scene, output, loadPicture, folder, file });
  return { ...result, file };
}

describe.each(kinds)("%s", (kind) => {
  test.each([
    ["square", "25", 0.1],
    ["wide", "29.97", 1.337],
    ["square", "60", 0.6],
  ] as const)("in %s at %s a second, %f s long, is whole and as it was painted", async (format, rate, lengthS) => {
    const { proof, frames } = await make({ ...plain(kind), fps: frameRates[rate] }, { format, lengthS });
    expect(proof.faults).toEqual([]);
    const facts = outputKinds[kind];
    if (!facts.choices.rate) return;
    expect(proof.frames).toBe(frames);
    expect(proof.alpha === null).toBe(!facts.alpha);
  });
});

test.each(kinds)("%s of the whole size is as it was painted", async (kind) => {
  expect((await make(plain(kind), { lengthS: 0.4, house: testHouse })).proof.faults).toEqual([]);
});

const seeThrough = kinds.filter((kind) => outputKinds[kind].alpha && !["gif", "web-page"].includes(kind));

/** One pixel of a finished file in the middle of the panel, as straight RGBA, by ffmpeg. */
async function pixelAt(file: string, kind: OutputKind, x: number, y: number): Promise<number[]> {
  if (kind === "webp") {
    const { delay = [] } = await sharp(file, { pages: -1 }).metadata();
    const { data, info } = await sharp(file, { page: delay.length - 1 })
      .ensureAlpha()
      .raw()
      .toBuffer({ resolveWithObject: true });
    return [...data.subarray((y * info.width + x) * 4, (y * info.width + x) * 4 + 4)];
  }
  const source = kind === "png-sequence" ? await lastOfZip(file) : file;
  const decoder = kind === "vp9-alpha" ? ["-c:v", "libvpx-vp9"] : kind === "apng" ? ["-f", "apng"] : [];
  const args = [...decoder, "-i", source, "-vf", "format=rgba", "-f", "rawvideo", "pipe:1"];
  const raw = await runFfmpeg(args);
  const last = raw.length - side * side * 4;
  return [...raw.subarray(last + (y * side + x) * 4, last + (y * side + x) * 4 + 4)];
}

async function lastOfZip(file: string): Promise<string> {
  const bytes = await readFile(file);
  const at = bytes.lastIndexOf(Buffer.from([0x89, 0x50, 0x4e, 0x47]));
  const out = join(folder, "last.png");
  await sharp(bytes.subarray(at, bytes.indexOf("IEND", at, "latin1") + 8)).toFile(out);
  return out;
}

test.each(seeThrough)("half-clear white in %s is white, half clear, and nothing else is there", async (kind) => {
  const panel = box("panel", { ...fixed(40, 16, 20, 30), opacity: 128 / 255, fill: white });
  const { file, proof } = await make({ kind }, { layers: [panel], lengthS: 0.2 });
  expect(proof.faults).toEqual([]);
  const [r, g, b, a] = (await pixelAt(file, kind, 75, 90)) as [number, number, number, number];
  for (const level of [r, g, b]) expect(level).toBeGreaterThanOrEqual(252);
  expect(Math.abs(a - 128)).toBeLessThanOrEqual(kind === "vp9-alpha" ? 3 : 1);
  expect((await pixelAt(file, kind, 250, 250))[3]).toBe(0);
});

describe("odd contents and sizes", () => {
  test.each(kinds)("%s with nothing in the picture", async (kind) => {
    const gone = box("panel", { ...fixed(10, 10, 300, 300), fill: white });
    const { proof } = await make(plain(kind), { layers: [gone], lengthS: 0.4 });
    expect(proof.faults).toEqual([]);
  });
  test.each(kinds)("%s at three fifths of the size", async (kind) => {
    const { proof } = await make({ ...plain(kind), scale: 0.6 });
    expect(proof.faults).toEqual([]);
    if (outputKinds[kind].choices.scale) expect([proof.width, proof.height]).toEqual([side * 0.6, side * 0.6]);
  });
});

test.each(kinds)("%s of 300 × 158, through an open shutter, with a first frame that moves", async (kind) => {
  const formats = smallHouse.formats.map((one) => (one.id === "square" ? { ...one, width: 300, height: 158 } : one));
  const moving = designWith(layers, { formats: ["square"], motionBlur: { angle: 180, samples: 8 } });
  const output = outputOf(plain(kind));
  const file = join(folder, `odd.${factsOf(output).ending}`);
  const house = { ...testHouse, formats };
  const scene = { design: moving, values: { fields: {}, lengthS: 0.6 }, house, format: "square" };
  const { proof } = await makeClip({ scene, output, loadPicture, folder, file });
  expect(proof.faults).toEqual([]);
  if (outputKinds[kind].choices.scale) expect([proof.width, proof.height]).toEqual([300, 158]);
});

test.each(["apng", "webp", "gif", "srt", "web-page"] as const)("%s of five minutes costs what moves", async (kind) => {
  const { proof, painted, frames } = await make({ kind }, { lengthS: 300 });
  expect(proof.faults).toEqual([]);
  expect(frames).toBe(7500);
  expect(painted).toBeLessThan(40);
});

test("all kinds come from one painting", async () => {
  const outputs = kinds.filter((kind) => kind !== "still").map((kind) => outputOf(plain(kind)));
  const painted: number[] = [];
  await makeClips({
    scene: { design, values: { fields: {}, lengthS: 1 }, house: smallHouse, format: "square" },
    files: outputs.map((output, i) => ({ output, file: join(folder, `all-${i}.${factsOf(output).ending}`) })),
    ...{ loadPicture, folder },
    made: async (_, result) => {
      expect(result.proof.faults).toEqual([]);
      painted.push(result.painted);
    },
  });
  expect(painted.length).toBe(outputs.length);
  // Counted when the slowest is done: no picture twice.
  const alone = await make({ kind: "apng" });
  expect(Math.max(...painted)).toBe(alone.painted);
});

test.each(["prores-4444", "png-mov", "png-sequence"] as const)(
  "%s, which browsers can’t show, has a copy that they can, of the same pictures",
  async (kind) => {
    const { file, frames } = await make({ kind, fps: frameRates["29.97"] });
    const copy = join(folder, `${kind}.look.webm`);
    await makeWatchable(file, copy, await mkdtemp(join(folder, "look-")));
    const read = ["-c:v", "libvpx-vp9", "-i", copy, "-vf", "format=rgba", "-f", "rawvideo", "pipe:1"];
    expect((await runFfmpeg(read)).length).toBe(frames * side * side * 4);
    const [copied, itself] = [await pixelAt(copy, "vp9-alpha", 62, 92), await pixelAt(file, kind, 62, 92)];
    for (const [i, value] of copied.entries()) expect(Math.abs(value - itself[i]!)).toBeLessThanOrEqual(3);
  },
);

describe("a still", () => {
  test("without words keeps everything else, and their room", async () => {
    const whole = await make({ kind: "still", at: 0.5 });
    const pixels = await sharp(await readFile(whole.file))
      .raw()
      .toBuffer();
    const blank = await make({ kind: "still", at: 0.5, words: false });
    expect(blank.proof.faults).toEqual([]);
    const without = await sharp(await readFile(blank.file))
      .raw()
      .toBuffer();
    const at = (data: Buffer, x: number, y: number) => [...data.subarray((y * side + x) * 4, (y * side + x) * 4 + 4)];
    expect(at(without, 197, 197)).toEqual(at(pixels, 197, 197));
    expect(without.equals(pixels)).toBe(false);
    expect(at(without, 75, 95)[3]).toBe(128);
  });
});

test.each(["apng", "webp", "gif"] as const)("%s is shown as often as was asked", async (kind) => {
  for (const repeats of [1, 3]) expect((await make({ kind, repeats }, { lengthS: 0.4 })).proof.faults).toEqual([]);
});

describe("a proof of a moving picture refuses", () => {
  test.each(["apng", "webp", "gif"] as const)(
    "a %s of another clip, of another length, shown another number of times",
    async (kind) => {
      const { encoders } = await import("./kinds");
      const { PaintedFrames } = await import("../painted");
      const { planClip } = await import("@/core/sample/clip");
      const { prepareScene } = await import("@/core/scene");
      const { fontBook, loadFace } = await import("../fonts");
      const { file } = await make({ kind });
      const proveAs = async (lengthS: number, wanted: readonly unknown[], repeats = 0) => {
        const output = outputOf({ kind, repeats });
        const request = { design: designWith(wanted as unknown[]), values: { fields: {}, lengthS }, house: smallHouse };
        const playable = await prepareScene({ ...request, format: "square", fps: output.fps }, fontBook(), loadFace);
        const plan = planClip(playable, output.fps);
        const frames = new PaintedFrames(playable, plan, loadPicture);
        return (
          await encoders[kind].prove({ file, playable, plan, output: output as never, folder }, frames)
        ).faults.join();
      };
      expect(await proveAs(1, layers)).toBe("");
      expect(await proveAs(1, [layers[0], layers[2]])).toMatch(/differs|see-through/);
      expect(await proveAs(1.2, layers)).toMatch(/1\.000 s instead of 1\.200 s/);
      expect(await proveAs(1, layers, 3)).toMatch(/shown 0 times instead of 3/);
    },
  );
});

test("a picture a frame is in a zip that says its rate, and held pictures weigh as what they are", async () => {
  const { file } = await make({ kind: "png-sequence", fps: frameRates["29.97"] });
  const text = (await readFile(file)).toString("latin1");
  expect(text).toContain('"rate": "30000/1001"');
  expect(text).toContain("frame-00029.png");
  expect((await stat(file)).size).toBeGreaterThan(1000);
});
