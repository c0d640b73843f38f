import { afterAll, beforeAll, expect, test } from "@jest/globals";
import { mkdtemp, rm, writeFile } from "node:fs/promises";
import { tmpdir } from "node:os";
import { join } from "node:path";
import sharp from "sharp";
import { runFfmpeg } from "./ffmpeg";
import { frameMime, packFrames, packVideo, readFrame } from "./frame-pack";

let folder: string;
beforeAll(async () => {
  folder = await mkdtemp(join(tmpdir(), "rubrick-pack-"));
});
afterAll(() => rm(folder, { recursive: true }));

test("readFrame gives back each frame of a pack, and none beyond its end", async () => {
  const path = join(folder, "small.frames");
  await writeFile(path, packFrames([Buffer.from("one"), Buffer.from(""), Buffer.from("three")]));
  const read = await Promise.all([0, 1, 2, 3, -1, 0.5, NaN].map((frame) => readFrame(path, frame)));
  expect(read.map((bytes) => bytes?.toString())).toEqual([
    "one",
    "",
    "three",
    undefined,
    undefined,
    undefined,
    undefined,
  ]);
});
test("readFrame refuses another file", async () => {
  const path = join(folder, "other");
  await writeFile(path, "something else");
  await expect(readFrame(path, 0)).rejects.toThrow("no pack of frames");
});
test("packVideo decodes at a constant rate and keeps within the asked size", async () => {
  const file = join(folder, "bars.mp4");
  await runFfmpeg(["-f", "lavfi", "-i", "testsrc=s=640x360:r=50:d=2", "-pix_fmt", "yuv420p", "-y", file]);
  const path = join(folder, "bars.frames");
  const limits = { mostWidth: 320, mostHeight: 320, mostS: 10 };
  expect(await packVideo({ file, target: path, rate: { num: 25, den: 1 }, alpha: undefined, ...limits })).toBe(50);
  const frame = (await readFrame(path, 49))!;
  expect(frameMime(frame)).toBe("image/jpeg");
  expect(await sharp(frame).metadata()).toMatchObject({ width: 320, height: 180 });
  expect(await readFrame(path, 50)).toBeUndefined();
  // However long it says it is, no more is read than may be.
  const short = { file, target: path, rate: { num: 25, den: 1 }, alpha: undefined, ...limits, mostS: 0.4 };
  expect(await packVideo(short)).toBe(10);
});
